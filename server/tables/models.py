"""Tables of one's own."""

from django.conf import settings
from django.db import models


class TableProfile(models.Model):
    """A table under a name: `document` is what a layout on it says of its table."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="tables")
    name = models.CharField(max_length=60)
    document = models.JSONField()
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("name",)
        constraints = (models.UniqueConstraint(fields=("owner", "name"), name="one_table_a_name"),)

    def __str__(self) -> str:
        return self.name


class TableReading(models.Model):
    """One reading of a table's simple shots. `kind`: of `partita.files.readings`; `token`: the page's own name of
    it.
    """

    table = models.ForeignKey(TableProfile, on_delete=models.CASCADE, related_name="readings")
    kind = models.CharField(max_length=10)
    values = models.JSONField()
    token = models.CharField(max_length=80)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("pk",)
        constraints = (models.UniqueConstraint(fields=("table", "token"), name="one_reading_a_token"),)

    def __str__(self) -> str:
        return f"{self.kind} on {self.table}"
