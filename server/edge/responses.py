"""Answers that are files."""

from django.http import HttpResponse


def file_response(text: str, kind: str, name: str) -> HttpResponse:
    """A text to be kept as a file of this name."""
    disposition = f'attachment; filename="{name}"'
    return HttpResponse(text, content_type=f"{kind}; charset=utf-8", headers={"Content-Disposition": disposition})


def pdf_response(pdf: bytes) -> HttpResponse:
    """A PDF to be shown or kept."""
    return HttpResponse(pdf, content_type="application/pdf")
