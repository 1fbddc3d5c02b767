"""Addresses: the API, and the page for everything else (the page routes itself)."""

from django.http import HttpRequest, HttpResponse
from django.urls import path, re_path

from config.api import api
from config.settings import WEB_DIST
from edge.border import refusal


def page(request: HttpRequest) -> HttpResponse:
    """The front end's page, so that deep links open it."""
    index = WEB_DIST / "index.html"
    if not index.is_file():
        return HttpResponse("The front end is not built. Run ./partita start.", status=503, content_type="text/plain")
    response = HttpResponse(index.read_bytes(), content_type="text/html; charset=utf-8")
    response["Cache-Control"] = "no-cache"
    if request.path.startswith(("/l/", "/b/", "/h/")):
        # What was given away is for who has the link, and for no list of pages.
        response["X-Robots-Tag"] = "noindex, nofollow"
    return response


urlpatterns = [path("api/", api.urls), re_path(r"^(?!api/|assets/).*$", page)]


def _said(status: int) -> "object":
    def handler(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
        return refusal(status)

    return handler


handler400, handler403, handler404, handler500 = (_said(status) for status in (400, 403, 404, 500))
