"""Attempts of players, the sittings in which they were made, and what is worked out from them by jobs."""

from django.conf import settings
from django.db import models

from profiles.models import PlayerProfile
from work.models import Work


class Sitting(models.Model):
    """A set of stations that a player goes through, on a table; it can be broken off and taken up."""

    player = models.ForeignKey(PlayerProfile, on_delete=models.CASCADE, related_name="sittings")
    set_name = models.CharField(max_length=10)
    # What a layout says of the table, as it was; and the level for which stations were chosen, 0 to 4.
    table = models.JSONField()
    level = models.FloatField()
    over = models.BooleanField(default=False)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-pk",)

    def __str__(self) -> str:
        return f"{self.set_name} measure of {self.player}"


class Attempt(models.Model):
    """One attempt: at a station, or at a shot that was recorded. `token`: the page's own name of it, so that an
    attempt sent twice is one. `day`: a number that grows with time. x, y : diamonds."""

    class Source(models.TextChoices):
        """Where an attempt comes from."""

        STATION = "station"
        DRILL = "drill"
        RECORD = "record"
        FILE = "file"

    player = models.ForeignKey(PlayerProfile, on_delete=models.CASCADE, related_name="attempts")
    sitting = models.ForeignKey(Sitting, null=True, on_delete=models.CASCADE, related_name="attempts")
    source = models.CharField(max_length=10, choices=Source.choices, default=Source.STATION)
    token = models.CharField(max_length=80)
    station = models.CharField(max_length=30, blank=True)
    shot = models.JSONField(default=dict)
    table = models.JSONField(null=True)
    outcome = models.CharField(max_length=20, blank=True)
    x = models.FloatField(null=True)
    y = models.FloatField(null=True)
    day = models.IntegerField()
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("pk",)
        constraints = (models.UniqueConstraint(fields=("player", "token"), name="one_attempt_a_token"),)

    def __str__(self) -> str:
        return f"{self.station or self.source}: {self.outcome or f'{self.x:g}, {self.y:g}'}"


class Measure(Work):
    """What a player's attempts say of his stroke. `document` is the newest answer (`docs/formats.md`)."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="measures")
    player = models.ForeignKey(PlayerProfile, on_delete=models.CASCADE, related_name="measures")

    def __str__(self) -> str:
        return f"Measure {self.pk}"


class ErrorCosts(Work):
    """What each error of a player's stroke costs him in racks."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="error_costs")
    player = models.ForeignKey(PlayerProfile, on_delete=models.CASCADE, related_name="error_costs")

    class Meta(Work.Meta):
        verbose_name_plural = "error costs"

    def __str__(self) -> str:
        return f"Error costs {self.pk}"
