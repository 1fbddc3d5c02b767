"""All of one's own as one file; files taken in; and the end of an account."""

from django.contrib.auth import logout
from django.http import HttpRequest, HttpResponse
from ninja import File, Form, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from accounts import limits
from accounts.services import is_password
from archive import everything
from archive.kinds import IMPORTS, FileImportIn, FileImportOut, ask
from archive.models import Import
from edge.current import account
from edge.naming import folded
from edge.responses import file_response
from partita.errors import refuse
from work.addresses import addresses

router = Router(tags=["account"])


class GoodbyeIn(Schema):
    """The password, once more."""

    password: str = Field(max_length=200)


@router.get("/account/file", response={200: None})
def take_away(request: HttpRequest) -> HttpResponse:
    """Everything of one's own as one file."""
    return file_response(everything.everything(account(request)), "application/json", "account.partita-account.json")


@router.post("/imports", response=FileImportOut)
def take_in(request: HttpRequest, file: File[UploadedFile], asked: Form[FileImportIn]) -> Import:
    """Have a file taken in, all that is good of it or nothing; what is here already stays as it is."""
    return ask(account(request), file, asked)


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


addresses(router, IMPORTS, FileImportOut)
