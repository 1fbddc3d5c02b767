"""Photos on their way to a layout, and what corrections have taught of a hall's balls."""

from django.conf import settings
from django.db import models

from partita.photo.looks import NAMES
from work.models import Work


class Photo(Work):
    """One picture to be read. `picture` : its bytes until it has been read, then nothing; `looks` : what each ball was
    named by, so that a correction can teach."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="photos")
    picture = models.BinaryField(null=True)
    looks = models.JSONField(default=dict)

    def __str__(self) -> str:
        return f"Photo {self.pk}"


class Snapshot(Work):
    """A layout to be photographed by the simulated camera; `document` has the picture."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="snapshots")

    def __str__(self) -> str:
        return f"Snapshot {self.pk}"


class HallLooks(models.Model):
    """What corrections at one table taught, known by the table's name: by kind of ball a sum of looks and their number,
    and how wide the cushions are, m (0: not known)."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="hall_looks")
    table = models.CharField(max_length=60)
    sums = models.JSONField(default=dict)
    cushion_m = models.FloatField(default=0.0)
    corrections = models.IntegerField(default=0)

    class Meta:
        ordering = ("table",)
        verbose_name_plural = "hall looks"
        constraints = (models.UniqueConstraint(fields=("owner", "table"), name="one_look_a_table"),)

    def __str__(self) -> str:
        return f"Looks at {self.table}"

    @property
    def known(self) -> dict[str, tuple[list[float], int]]:
        """The sums; those that an older version kept have other columns, and are none."""
        return {kind: (total, count) for kind, (total, count) in self.sums.items() if len(total) == len(NAMES)}
