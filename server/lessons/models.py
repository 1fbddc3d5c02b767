"""Lessons, groups, lessons given, and what students answered."""

from django.conf import settings
from django.db import models
from django.utils import timezone


class Lesson(models.Model):
    """A coach's lesson; document : `partita.reports.lessons.schema.LessonDocument`."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="lessons")
    title = models.CharField(max_length=80)
    document = models.JSONField()
    revision = models.PositiveIntegerField(default=1)
    updated = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("-updated", "-pk")

    def __str__(self) -> str:
        return self.title


class Group(models.Model):
    """A team or a class: accounts who joined it by its code."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="lesson_groups")
    name = models.CharField(max_length=60)
    code = models.CharField(max_length=8, unique=True)

    class Meta:
        ordering = ("name", "pk")

    def __str__(self) -> str:
        return self.name


class Membership(models.Model):
    """An account in a group, under the name that its coach sees."""

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="members")
    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="memberships")
    name = models.CharField(max_length=30)

    class Meta:
        ordering = ("pk",)
        constraints = (models.UniqueConstraint(fields=["group", "account"], name="once_in_a_group"),)

    def __str__(self) -> str:
        return self.name


class Giving(models.Model):
    """A lesson as it was when it was given: to a group, or to who has its token.

    digest : of the token, None where it was given to a group alone; by : how its coach signs it
    """

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="givings")
    lesson = models.ForeignKey(Lesson, on_delete=models.SET_NULL, null=True, related_name="givings")
    group = models.ForeignKey(Group, on_delete=models.SET_NULL, null=True, related_name="givings")
    digest = models.CharField(max_length=64, unique=True, null=True)
    title = models.CharField(max_length=80)
    by = models.CharField(max_length=40, blank=True)
    document = models.JSONField()
    given = models.DateTimeField(auto_now_add=True)
    expires = models.DateTimeField(null=True)
    ended = models.DateTimeField(null=True)

    class Meta:
        ordering = ("-given", "-pk")

    @property
    def is_over(self) -> bool:
        """Whether nobody answers any more: by its coach, or by the day."""
        return self.ended is not None or (self.expires is not None and self.expires <= timezone.now())

    def __str__(self) -> str:
        return self.title


class Student(models.Model):
    """Somebody who works a lesson through: an account, or a guest, who is known by his browser's session alone."""

    giving = models.ForeignKey(Giving, on_delete=models.CASCADE, related_name="students")
    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, null=True, related_name="+")
    name = models.CharField(max_length=30)
    began = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("began", "pk")
        constraints = (models.UniqueConstraint(fields=["giving", "account"], name="once_at_a_lesson"),)

    def __str__(self) -> str:
        return self.name


class Answer(models.Model):
    """What a student answered at one position, from 0, and how it was judged (`JudgedDocument`)."""

    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="answers")
    place = models.PositiveSmallIntegerField()
    answer = models.JSONField()
    right = models.BooleanField()
    cost = models.FloatField(null=True)
    judged = models.JSONField()

    class Meta:
        ordering = ("place",)
        constraints = (models.UniqueConstraint(fields=["student", "place"], name="answered_once"),)

    def __str__(self) -> str:
        return f"{self.place}: {self.right}"
