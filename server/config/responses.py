"""Answers that are files."""

from django.http import HttpResponse


def pdf_response(pdf: bytes) -> HttpResponse:
    """A PDF to be shown or kept."""
    return HttpResponse(pdf, content_type="application/pdf")
