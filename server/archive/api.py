"""All of one's own as one file, out and in; and the end of an account."""

from django.contrib.auth import logout
from django.http import HttpRequest, HttpResponse
from ninja import File, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from accounts import limits
from accounts.services import is_password
from archive import everything
from edge.current import account
from edge.documents import text_of
from edge.naming import folded
from edge.readiness import need
from edge.responses import file_response
from partita.errors import refuse
from partita.files.record_file import LARGEST_BYTES

router = Router(tags=["account"])


class BroughtBack(Schema):
    """How many of each part were new."""

    players: int
    tables: int
    tries: int = 0
    attempts: int
    layouts: int
    studies: int
    matches: int
    decisions: int
    drills: int = 0
    sittings: int = 0
    drill_attempts: int = 0
    rounds: int = 0


class GoodbyeIn(Schema):
    """The password, once more."""

    password: str = Field(max_length=200)


@router.get("/account/file", response={200: None})
def take_away(request: HttpRequest) -> HttpResponse:
    """Everything of one's own as one file."""
    return file_response(everything.everything(account(request)), "application/json", "account.partita-account.json")


@router.post("/account/file", response=BroughtBack)
def bring_back(request: HttpRequest, file: File[UploadedFile]) -> dict[str, int]:
    """Take such a file in, all of it or nothing; what is there already stays as it is."""
    need("weighing")
    return everything.bring_back(account(request), text_of(file, LARGEST_BYTES))


@router.post("/account/delete", response={204: None})
def delete(request: HttpRequest, body: GoodbyeIn) -> tuple[int, None]:
    """Delete one's account with all that it has, for good."""
    owner = account(request)
    limits.count_sign_in(folded(owner.username), limits.address_of(request))
    if not is_password(owner, body.password):
        raise refuse("password", "it is not yours", "Type the password with which you signed in.")
    logout(request)
    owner.delete()
    return 204, None
