"""The border: what every request and every answer passes once, whoever asks and whatever for.

Hosts, text and the shape of refusals are checked here, so that no address needs checks of its own.
"""

from collections.abc import Callable
from typing import Any

from django.core.exceptions import DisallowedHost
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.utils.datastructures import MultiValueDict
from ninja.parser import Parser

from partita.errors import Problem, Refused, refuse
from partita.files.json_text import finite_json, plain_text

# Scripts, fonts and pictures come from this server alone, and no other page may frame this one. The component library
# writes styles into the page while it runs, so these may stand in it.
_POLICY = (
    "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; "
    "font-src 'self'; connect-src 'self'; worker-src 'self'; manifest-src 'self'; object-src 'none'; "
    "base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
)
_WORDS = {
    400: Problem("request", "it cannot be understood", "Send what the API's description says."),
    403: Problem("request", "it does not come from a page that was opened here", "Open the page anew, then try again."),
    404: Problem("", "There is nothing here, or it belongs to somebody else"),
    405: Problem("request", "this cannot be done here", "Send what the API's description says."),
}
_OURS = Problem("", "Something went wrong here that is not your fault", "What was saved is safe. Try again.")


def problems_out(problems: tuple[Problem, ...] | list[Problem]) -> dict[str, object]:
    """The one error shape."""
    return {"errors": [{"where": p.where, "what": p.what, "accepted": p.accepted} for p in problems]}


def refusal(status: int, *problems: Problem) -> HttpResponse:
    """An answer in the one error shape, with the words of its status where none are given."""
    return JsonResponse(problems_out(problems or (_WORDS.get(status, _OURS),)), status=status)


class OnceReadParser(Parser):
    """Bodies and addresses as texts and numbers that can be kept; anything else is refused before it is looked at."""

    def parse_body(self, request: HttpRequest) -> dict[str, Any]:
        """The JSON of a request. Raises `Refused`."""
        try:
            text = str(request.body, "utf-8")
        except UnicodeDecodeError:
            raise refuse("request", "it is no text", "Send JSON, encoded as UTF-8.") from None
        return finite_json(text, "request")  # type: ignore[no-any-return]

    def parse_querydict(
        self, data: MultiValueDict[str, Any], list_fields: list[str], request: HttpRequest
    ) -> dict[str, Any]:
        """What stands behind the question mark, or in a form. Raises `Refused`."""
        for key in data:
            for value in data.getlist(key):
                if isinstance(value, str):
                    plain_text(value, key[:40])
        return super().parse_querydict(data, list_fields, request)


def border(get_response: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Middleware around all others: the host, one shape for all refusals of the API, and what browsers must keep to."""

    def answer(request: HttpRequest) -> HttpResponse:
        try:
            request.get_host()
        except DisallowedHost:
            return refusal(400, Problem("host", "this server does not go by that name", "Use the address it printed."))
        found = get_response(request)
        if request.path.startswith("/api/"):
            found = _in_shape(found)
            found.setdefault("Cache-Control", "no-store")
        found.setdefault("Content-Security-Policy", _POLICY)
        return found

    return answer


def _in_shape(found: HttpResponse) -> HttpResponse:
    kind = found.get("Content-Type", "")
    if found.status_code < 400 or kind.startswith("application/json"):
        return found
    shaped = refusal(found.status_code)
    if "Allow" in found:
        shaped["Allow"] = found["Allow"]
    return shaped


def refused_of(error: BaseException) -> Refused | None:
    """The refusal behind an error that only passes it on, if there is one."""
    cause = error.__cause__
    return cause if isinstance(cause, Refused) else None
