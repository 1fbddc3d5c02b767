"""The record: matches rack by rack, decisions with their own copy of what was said, and what is reckoned of them."""

from typing import Any

from django.conf import settings
from django.db import models

from partita.record.columns import FIELDS
from partita.record.entry import Entry
from partita.record.said import Said, said_from
from partita.weighing.samples import ENDINGS
from profiles.models import PlayerProfile
from studies.models import Study
from work.models import Work


class Kept(models.Model):
    """What is kept of an evening. `token`: its own name, by which a file taken in twice adds nothing.

    deleted : when it was taken out of sight; it can be brought back until the night care clears it away
    """

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    token = models.CharField(max_length=80)
    played_on = models.DateField()
    player = models.ForeignKey(PlayerProfile, null=True, on_delete=models.SET_NULL, related_name="+")
    player_name = models.CharField(max_length=60, blank=True)
    opponent_name = models.CharField(max_length=60, blank=True)
    game = models.CharField(max_length=20)
    table_name = models.CharField(max_length=60, blank=True)
    deleted = models.DateTimeField(null=True)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        abstract = True
        ordering = ("-played_on", "-pk")
        constraints = (models.UniqueConstraint(fields=("owner", "token"), name="one_%(class)s_a_token"),)
        indexes = (models.Index(fields=("owner", "-played_on", "-id"), name="%(class)s_by_day"),)


class Match(Kept):
    """A race between two players. if_... : my chance of a rack by who breaks it, as both were then."""

    race_to = models.IntegerField()
    breaks = models.CharField(max_length=10, choices=(("alternate", "alternate"), ("winner", "winner")))
    i_break_first = models.BooleanField(default=True)
    if_i_break = models.FloatField()
    if_they_break = models.FloatField()
    notes = models.CharField(max_length=1000, blank=True)

    class Meta(Kept.Meta):
        verbose_name_plural = "matches"

    @property
    def my_racks(self) -> int:
        """Racks that I won."""
        return sum(rack.i_won is True for rack in self.racks.all())

    @property
    def their_racks(self) -> int:
        """Racks that the other won."""
        return sum(rack.i_won is False for rack in self.racks.all())

    def __str__(self) -> str:
        return f"{self.player_name} against {self.opponent_name}, {self.played_on}"


class Rack(models.Model):
    """One rack of a match, from 1; nobody has won it while it is being played."""

    match = models.ForeignKey(Match, on_delete=models.CASCADE, related_name="racks")
    number = models.IntegerField()
    i_won = models.BooleanField(null=True)
    how = models.CharField(max_length=20, blank=True)

    class Meta:
        ordering = ("number",)
        constraints = (models.UniqueConstraint(fields=("match", "number"), name="one_rack_a_number"),)

    def __str__(self) -> str:
        return f"rack {self.number} of {self.match}"


class Decision(Kept):
    """A decision that was played: as an entry, field by field, and its own copy of what was said and asked.

    said : `record.said.Said` as plain values; none for one that came as CSV. question : layout, cue, both strokes
    guessed : what had been guessed before the ledger opened; anew : what a weighing with later profiles says
    """

    rack = models.ForeignKey(Rack, null=True, on_delete=models.SET_NULL, related_name="decisions")
    study = models.ForeignKey(Study, null=True, on_delete=models.SET_NULL, related_name="decisions")
    shot_name = models.CharField(max_length=200)
    best_name = models.CharField(max_length=200, blank=True)
    said = models.JSONField(null=True)
    question = models.JSONField(null=True)
    guessed = models.JSONField(null=True)
    anew = models.JSONField(null=True)
    rest = models.JSONField(null=True)
    in_trouble = models.BooleanField(default=False)
    # The entry.
    choice = models.CharField(max_length=10)
    shot = models.CharField(max_length=10)
    ending = models.CharField(max_length=20, choices=[(name, name.replace("_", " ")) for name in ENDINGS])
    value = models.FloatField()
    best = models.FloatField()
    cost = models.FloatField()
    stroke = models.FloatField(null=True)
    attacks = models.BooleanField()
    make = models.FloatField()
    made = models.BooleanField(null=True)
    foul = models.FloatField(null=True)
    fouled = models.BooleanField()
    open_shot = models.FloatField(null=True)
    left_open = models.BooleanField()
    turn_make = models.FloatField(null=True)
    turn_point = models.FloatField(null=True)
    guess = models.FloatField(null=True)
    better = models.FloatField(null=True)

    def __str__(self) -> str:
        return f"{self.shot_name}: {self.ending}"

    @property
    def as_said(self) -> Said:
        """What was said, as the core's; only where its own copy is whole."""
        return said_from(self.said or {})

    @property
    def asked(self) -> dict[str, Any]:
        """What was asked; nothing where only figures are known."""
        return self.question or {}

    @property
    def entry(self) -> Entry:
        """As the core's."""
        return Entry(ending=self.ending, **{name: getattr(self, name) for name in FIELDS})

    def take(self, entry: Entry) -> None:
        """The fields of an entry."""
        for name, value in vars(entry).items():
            setattr(self, name, value)


class Reckoning(Work):
    """Decisions worked out one after another: what better hands would keep, or all weighed anew."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="reckonings")

    def __str__(self) -> str:
        return f"Reckoning {self.pk}"


def in_sight(kind: Any, owner: Any) -> Any:
    """An owner's rows that are not deleted."""
    return kind.objects.filter(owner=owner, deleted=None)
