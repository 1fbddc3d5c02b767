"""Practice: drills of one's own, sittings with attempts, what is expected; positions and rounds of the quiz."""

from typing import Any

from django.conf import settings
from django.db import models

from profiles.models import PlayerProfile
from work.models import Work


class OwnDrill(models.Model):
    """A drill of one's own, as a drill file has it."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="drills")
    name = models.CharField(max_length=80)
    document = models.JSONField()
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("name", "pk")
        constraints = (models.UniqueConstraint(fields=("owner", "name"), name="one_drill_a_name"),)

    def __str__(self) -> str:
        return self.name

    @property
    def key(self) -> str:
        """By which a drill is asked for."""
        return f"own:{self.pk}"


class DrillSitting(models.Model):
    """An evening's work at one drill. drill : as it was, with its key; partner : who takes turns, if anybody does.

    begin : the step with which it begins, from where the last sitting ended; none: where the ladder begins
    """

    player = models.ForeignKey(PlayerProfile, on_delete=models.CASCADE, related_name="drill_sittings")
    partner = models.ForeignKey(PlayerProfile, null=True, on_delete=models.SET_NULL, related_name="+")
    partner_name = models.CharField(max_length=80, blank=True)
    token = models.CharField(max_length=80)
    drill_key = models.CharField(max_length=40)
    drill = models.JSONField()
    table = models.JSONField()
    begin = models.IntegerField(null=True)
    over = models.BooleanField(default=False)
    day = models.DateField()
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-day", "-pk")
        constraints = (models.UniqueConstraint(fields=("player", "token"), name="one_drill_sitting_a_token"),)

    def __str__(self) -> str:
        return f"{self.drill['name']}, {self.player}"


class DrillAttempt(models.Model):
    """One attempt. `token`: the page's own name of it, so that one sent twice is one. x, y : diamonds; step from 0."""

    PLAYER, PARTNER = "player", "partner"
    sitting = models.ForeignKey(DrillSitting, on_delete=models.CASCADE, related_name="attempts")
    token = models.CharField(max_length=80)
    by = models.CharField(max_length=10, default=PLAYER)
    step = models.IntegerField()
    outcome = models.CharField(max_length=10, blank=True)
    x = models.FloatField(null=True)
    y = models.FloatField(null=True)
    made = models.BooleanField()

    class Meta:
        ordering = ("pk",)
        constraints = (models.UniqueConstraint(fields=("sitting", "token"), name="one_drill_attempt_a_token"),)

    def __str__(self) -> str:
        return f"step {self.step + 1}: {'made' if self.made else 'missed'}"


class Expectation(Work):
    """What is expected of a player at a drill on a table; `key` tells all that it depends on."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="expectations")
    player = models.ForeignKey(PlayerProfile, on_delete=models.CASCADE, related_name="expectations")
    drill_key = models.CharField(max_length=40)
    key = models.CharField(max_length=64)

    class Meta(Work.Meta):
        indexes = (models.Index(fields=("owner", "key"), name="expectation_by_key"),)

    def __str__(self) -> str:
        return f"Expectation {self.pk}"


class QuizPosition(models.Model):
    """A position of the quiz with its ledger: of the pool, without an owner, or of somebody's own layouts."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.CASCADE, related_name="+")
    key = models.CharField(max_length=60)
    game = models.CharField(max_length=20)
    level = models.CharField(max_length=40)
    kind = models.CharField(max_length=20)
    document = models.JSONField()

    class Meta:
        ordering = ("pk",)
        constraints = (
            models.UniqueConstraint(fields=("owner", "key"), nulls_distinct=False, name="one_position_a_key"),
        )
        indexes = (models.Index(fields=("game", "level"), name="position_by_game"),)

    def __str__(self) -> str:
        return self.key


class QuizRound(models.Model):
    """A round: its positions by key, in order. second : who answers the same ones after the player, if anybody does."""

    player = models.ForeignKey(PlayerProfile, on_delete=models.CASCADE, related_name="quiz_rounds")
    second = models.ForeignKey(PlayerProfile, null=True, on_delete=models.SET_NULL, related_name="+")
    second_name = models.CharField(max_length=80, blank=True)
    token = models.CharField(max_length=80)
    game = models.CharField(max_length=20)
    level = models.CharField(max_length=40)
    own = models.BooleanField(default=False)
    limit_s = models.IntegerField(null=True)
    positions = models.JSONField(default=list)
    day = models.DateField()
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-pk",)
        constraints = (models.UniqueConstraint(fields=("player", "token"), name="one_quiz_round_a_token"),)

    def __str__(self) -> str:
        return f"{self.game}, {self.player}"

    @property
    def who(self) -> tuple[int, ...]:
        """Who answers each position: 1 the player, 2 the second one."""
        return (1, 2) if self.second_name else (1,)


class QuizAnswer(models.Model):
    """An answer. cost : rack chance, none when time ran out; said, made : make chances; document : as compared."""

    round = models.ForeignKey(QuizRound, on_delete=models.CASCADE, related_name="answers")
    position = models.CharField(max_length=60)
    who = models.IntegerField(default=1)
    kind = models.CharField(max_length=20)
    words = models.CharField(max_length=120, blank=True)
    choice = models.JSONField(null=True)
    cost = models.FloatField(null=True)
    said = models.FloatField(null=True)
    made = models.FloatField(null=True)
    document = models.JSONField(null=True)

    class Meta:
        ordering = ("pk",)
        constraints = (models.UniqueConstraint(fields=("round", "position", "who"), name="one_answer_a_position"),)

    def __str__(self) -> str:
        return self.words


class QuizFill(Work):
    """One's own layouts weighed for the quiz."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="quiz_fills")

    def __str__(self) -> str:
        return f"Quiz fill {self.pk}"


def of_player(player: PlayerProfile) -> Any:
    """The attempts that a player made, his own and as a partner, in the order in which they were made."""
    mine = models.Q(sitting__player=player, by=DrillAttempt.PLAYER)
    as_partner = models.Q(sitting__partner=player, by=DrillAttempt.PARTNER)
    rows = DrillAttempt.objects.filter(mine | as_partner).select_related("sitting")
    return rows.order_by("sitting__day", "pk")
