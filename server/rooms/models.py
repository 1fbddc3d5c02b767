"""Open boards: a room, who sits in it, and what was done in it, in order."""

from django.conf import settings
from django.db import models


class Room(models.Model):
    """A board opened to others.

    code : what one joins by; number : of its last event; hand : whose moves count, its owner's while None
    used : when something last happened; ended : None while it is open
    """

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="rooms")
    code = models.CharField(max_length=8, unique=True)
    title = models.CharField(max_length=80)
    number = models.PositiveIntegerField(default=0)
    hand = models.ForeignKey("rooms.Seat", on_delete=models.SET_NULL, null=True, related_name="+")
    opened = models.DateTimeField(auto_now_add=True)
    used = models.DateTimeField(auto_now_add=True)
    ended = models.DateTimeField(null=True)

    def __str__(self) -> str:
        return self.title


class Seat(models.Model):
    """Somebody in a room: an account, or a guest, who is known by his browser's session alone.

    seen : when his page was last there; asks : whether he would like to have the hand; shut_out : by the owner
    """

    room = models.ForeignKey(Room, on_delete=models.CASCADE, related_name="seats")
    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, null=True, related_name="+")
    name = models.CharField(max_length=30)
    seen = models.DateTimeField(null=True)
    asks = models.BooleanField(default=False)
    shut_out = models.BooleanField(default=False)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["room", "account"], name="a_seat_an_account"),)

    def __str__(self) -> str:
        return self.name


class Event(models.Model):
    """Something done in a room.

    kind : "board", all of it as it lies; "steps", what was done to it; "view", what is shown on it
    by : the page's own name of what it sent, kept once however often it is sent
    """

    room = models.ForeignKey(Room, on_delete=models.CASCADE, related_name="events")
    number = models.PositiveIntegerField()
    kind = models.CharField(max_length=8)
    by = models.CharField(max_length=80)
    body = models.JSONField()

    class Meta:
        ordering = ("number",)
        constraints = (
            models.UniqueConstraint(fields=["room", "number"], name="one_event_a_number"),
            models.UniqueConstraint(fields=["room", "by"], name="sent_once"),
        )

    def __str__(self) -> str:
        return f"{self.kind} {self.number}"
