"""The API: one router an app, one shape for every error."""

import logging
from collections.abc import Callable

from django.core.exceptions import RequestDataTooBig
from django.db import DataError, IntegrityError, OperationalError
from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError
from ninja.security import django_auth

from edge.border import OnceReadParser, problems_out, refusal, refused_of
from edge.busy import BusyError, ChangedMeanwhileError, GoneError
from edge.readiness import NotReadyError
from partita.errors import Problem, Refused

log = logging.getLogger(__name__)
_SIGNED_OUT = Problem("", "You are not signed in", "Sign in first.")


def _signed_in_only(view: Callable[..., HttpResponse]) -> Callable[..., HttpResponse]:
    def shown(request: HttpRequest, **parts: object) -> HttpResponse:
        return view(request, **parts) if request.user.is_authenticated else refusal(401, _SIGNED_OUT)

    return shown


api = NinjaAPI(
    title="Partita", version="1", auth=django_auth, docs_url=None, docs_decorator=_signed_in_only,
    parser=OnceReadParser(),
)  # fmt: skip


def _respond(request: HttpRequest, status: int, *problems: Problem) -> HttpResponse:
    return api.create_response(request, problems_out(problems), status=status)


@api.exception_handler(Refused)
def _refused(request: HttpRequest, error: Refused) -> HttpResponse:
    return _respond(request, 422, *error.problems)


@api.exception_handler(ValidationError)
def _invalid(request: HttpRequest, error: ValidationError) -> HttpResponse:
    problems = [
        Problem(".".join(str(part) for part in item["loc"][2:] or item["loc"][-1:]), str(item["msg"]))
        for item in error.errors[:8]
    ]
    return _respond(request, 422, *problems)


@api.exception_handler(HttpError)
def _http_error(request: HttpRequest, error: HttpError) -> HttpResponse:
    refused = refused_of(error)
    if refused:
        return _respond(request, 422, *refused.problems)
    if error.status_code == 403:
        return refusal(403)
    return _respond(request, error.status_code, Problem("request", str(error), "Send JSON of a few kB."))


@api.exception_handler(DataError)
def _not_kept(request: HttpRequest, error: DataError) -> HttpResponse:
    return _respond(request, 422, Problem("request", "a value in it cannot be kept", "Use ordinary numbers and texts."))


@api.exception_handler(IntegrityError)
def _at_the_same_time(request: HttpRequest, error: IntegrityError) -> HttpResponse:
    """Two devices kept the same thing, or one deleted what the other added to: nothing of this request is kept."""
    log.warning("%s %s met another change", request.method, request.path)
    what = "another device changed the same thing at this moment"
    return _respond(request, 409, Problem("request", what, "Look at how it is now, then try again."))


@api.exception_handler(OperationalError)
def _no_database(request: HttpRequest, error: OperationalError) -> HttpResponse:
    log.error("The database is away: %s", error)
    what = "The database does not answer at this moment"
    answer = _respond(request, 503, Problem("", what, "What was saved is safe. Try again in a moment."))
    if request.method == "GET":
        # What only reads may be asked again by itself; whether a change was kept, its sender finds out.
        answer["Retry-After"] = "2"
    return answer


@api.exception_handler(RequestDataTooBig)
def _too_big(request: HttpRequest, error: RequestDataTooBig) -> HttpResponse:
    return _respond(request, 413, Problem("request", "it is too large", "Send at most 1 MB."))


@api.exception_handler(AuthenticationError)
def _signed_out(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
    return _respond(request, 401, _SIGNED_OUT)


@api.exception_handler(Http404)
def _missing(request: HttpRequest, error: Http404) -> HttpResponse:
    return refusal(404)


@api.exception_handler(BusyError)
def _busy(request: HttpRequest, error: BusyError) -> HttpResponse:
    answer = _respond(request, 429, error.problem)
    answer["Retry-After"] = str(error.again_s)
    return answer


@api.exception_handler(NotReadyError)
def _not_ready(request: HttpRequest, error: NotReadyError) -> HttpResponse:
    answer = _respond(request, 503, Problem("", str(error).rstrip("."), "This goes on by itself in a moment."))
    answer["Retry-After"] = "1"
    return answer


@api.exception_handler(GoneError)
def _gone(request: HttpRequest, error: GoneError) -> HttpResponse:
    return _respond(request, 410, error.problem)


@api.exception_handler(ChangedMeanwhileError)
def _changed(request: HttpRequest, error: ChangedMeanwhileError) -> HttpResponse:
    return _respond(request, 409, error.problem)


api.add_router("", "config.opening_api.router")
api.add_router("", "accounts.api.router")
api.add_router("", "work.api.router")
api.add_router("", "tables.api.router")
api.add_router("", "tables.measuring_api.router")
api.add_router("", "profiles.api.router")
api.add_router("", "layouts.api.router")
api.add_router("", "studies.api.router")
api.add_router("", "playouts.api.router")
api.add_router("", "runouts.api.router")
api.add_router("", "kicks.api.router")
api.add_router("", "kicks.tries_api.router")
api.add_router("", "records.api.router")
api.add_router("", "records.matches_api.router")
api.add_router("", "records.season_api.router")
api.add_router("", "records.files_api.router")
api.add_router("", "measures.api.router")
api.add_router("", "measures.answers_api.router")
api.add_router("", "practice.api.router")
api.add_router("", "practice.sittings_api.router")
api.add_router("", "practice.quiz_api.router")
api.add_router("", "practice.files_api.router")
api.add_router("", "links.api.router")
api.add_router("", "rooms.api.router")
api.add_router("", "photos.api.router")
api.add_router("", "lessons.api.router")
api.add_router("", "lessons.homework_api.router")
api.add_router("", "archive.api.router")
