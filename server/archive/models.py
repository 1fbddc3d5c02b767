"""Files on their way in: what is to be taken of one, and its content until that is done."""

from django.conf import settings
from django.db import models

from work.models import Work


class Import(Work):
    """One file to be read or taken in. `question`: of which kind it is and what is to be done with it."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="imports")

    def __str__(self) -> str:
        return f"Import {self.pk}"


class ImportPart(models.Model):
    """Some of a file's bytes: no process ever holds more of it than it must."""

    file = models.ForeignKey(Import, on_delete=models.CASCADE, related_name="parts")
    content = models.BinaryField()

    class Meta:
        ordering = ("pk",)

    def __str__(self) -> str:
        return f"part {self.pk} of {self.file}"
