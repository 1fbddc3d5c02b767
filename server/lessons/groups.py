"""Groups of accounts: made by a coach, joined with a code, left at any time."""

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import QuerySet

from accounts.limits import count_opening
from edge.codes import new_code, plain_code
from edge.quotas import GROUPS, check_room
from lessons.models import Group, Membership
from partita.errors import refuse

_MOST_MEMBERS = 200


def make(owner: User, name: str) -> Group:
    """A new group with a code of its own."""
    check_room(Group.objects.filter(owner=owner), GROUPS)
    return Group.objects.create(owner=owner, name=name, code=new_code())


def join(account: User, code: str, name: str, address: str) -> Group:
    """Join the group of a code, under a name. `Refused` for a wrong code, counted against guessing."""
    found = Group.objects.filter(code=plain_code(code)).first()
    if found is None:
        count_opening(address)
        raise refuse("code", "there is no group with this code", "Look at it again: eight letters and digits.")
    with transaction.atomic():
        Group.objects.select_for_update().get(pk=found.pk)
        others = found.members.exclude(account=account)
        if others.count() >= _MOST_MEMBERS:
            raise refuse("group", f"it has {_MOST_MEMBERS} members, and takes no more", "Ask its coach.")
        if others.filter(name__iexact=name).exists():
            raise refuse("name", "somebody there is called so", "Add a letter of your other name.")
        Membership.objects.update_or_create(group=found, account=account, defaults={"name": name})
    return found


def of(account: User) -> QuerySet[Group]:
    """The groups that an account is in."""
    return Group.objects.filter(members__account=account).select_related("owner")
