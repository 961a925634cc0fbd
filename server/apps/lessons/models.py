"""Lessons: a recording's extract in segments, with items, what the check says of them and what was decided."""

from __future__ import annotations

import uuid
from pathlib import Path

from django.conf import settings
from django.db import models

from apps.recordings.models import Recording, media_key
from config.removal import Removable
from escuela_core.items import Item as CoreItem
from escuela_core.items import item_from_json
from escuela_core.timeline import Span


class Lesson(Removable):
    """``version`` counts every change to lesson, script or items; ``checked_version`` is the last one checked."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="lessons")
    recording = models.OneToOneField(Recording, on_delete=models.CASCADE, related_name="lesson")
    title = models.CharField(max_length=300)
    folder = models.CharField(max_length=120, blank=True)
    # What was last asked of the writer (see escuela_core.writing.Wishes): the level of the class, goals, remarks ...
    wishes = models.JSONField(default=dict)
    extract_start_ms = models.PositiveIntegerField(null=True)
    extract_end_ms = models.PositiveIntegerField(null=True)
    # Of a colleague's lesson that was copied: its title, author and licence, and when.
    origin = models.JSONField(null=True)
    version = models.PositiveIntegerField(default=1)
    checked_version = models.PositiveIntegerField(default=0)
    created_at = models.DateTimeField(auto_now_add=True)
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("-created_at",)

    @property
    def is_checking(self) -> bool:
        return self.checked_version < self.version

    @property
    def extract(self) -> Span:
        duration_ms = self.recording.duration_ms or 1
        return Span(self.extract_start_ms or 0, self.extract_end_ms or duration_ms)


class Segment(models.Model):
    """A part of the recording from ``start_ms`` to the start of the next."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    lesson = models.ForeignKey(Lesson, on_delete=models.CASCADE, related_name="segments")
    start_ms = models.PositiveIntegerField()
    title = models.CharField(max_length=200)
    summary = models.TextField(blank=True)
    key_terms = models.JSONField(default=list)
    takes_part = models.BooleanField(default=True)

    class Meta:
        ordering = ("start_ms",)
        constraints = (models.UniqueConstraint(fields=["lesson", "start_ms"], name="one_segment_a_start"),)


class Item(models.Model):
    """``content`` is the item in the shape of the item list file, without its id; ``place`` says where it is kept.

    ``seen`` items were written, changed, taken or decided by the teacher one by one; what was only proposed or pasted
    was not.
    """

    class Place(models.TextChoices):
        POOL = "pool"
        LESSON = "lesson"
        DROPPED = "dropped"

    class Decision(models.TextChoices):
        NONE = ""
        KEPT = "kept"
        KEPT_ANYWAY = "kept_anyway"
        MENDED = "mended"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    lesson = models.ForeignKey(Lesson, on_delete=models.CASCADE, related_name="items")
    place = models.CharField(max_length=10, choices=Place.choices, default=Place.LESSON)
    content = models.JSONField()
    pause_by_teacher = models.BooleanField(default=False)
    seen = models.BooleanField(default=False)
    position = models.PositiveIntegerField(default=0)
    version = models.PositiveIntegerField(default=1)
    report = models.JSONField(null=True)
    decision = models.CharField(max_length=12, choices=Decision.choices, default=Decision.NONE, blank=True)
    decision_reason = models.TextField(blank=True)
    decision_basis = models.CharField(max_length=64, blank=True)
    # The job that made it: a job whose worker died before it could say so makes nothing twice.
    job = models.UUIDField(null=True, db_index=True)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("position", "created_at")

    def core(self) -> CoreItem:
        return item_from_json(self.content | {"id": str(self.id)})

    @property
    def pause_ms(self) -> int | None:
        pause_ms: int | None = self.content.get("pause_ms")
        return pause_ms


class Change(models.Model):
    """One undoable change: what segments and items were before and after it. ``undone`` ones can be done again.

    ``about`` are the words of what it changed, of the first of ``touched`` where it was several.
    """

    lesson = models.ForeignKey(Lesson, on_delete=models.CASCADE, related_name="changes")
    label = models.CharField(max_length=60)
    about = models.CharField(max_length=120, blank=True)
    touched = models.PositiveIntegerField(default=0)
    before = models.JSONField()
    after = models.JSONField()
    undone = models.BooleanField(default=False)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-id",)

    @property
    def kind(self) -> str:
        """What was done, without which bout of typing it was."""
        return self.label.split(":")[0]


class Material(models.Model):
    """What stands around the viewing, one of a kind; ``content`` in the shape of ``escuela_core.materials``."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    lesson = models.ForeignKey(Lesson, on_delete=models.CASCADE, related_name="materials")
    kind = models.CharField(max_length=20)
    content = models.JSONField()
    version = models.PositiveIntegerField(default=1)

    class Meta:
        ordering = ("kind",)
        constraints = (models.UniqueConstraint(fields=["lesson", "kind"], name="one_material_a_kind"),)


class KeptWishes(models.Model):
    """A teacher's wishes for the writer under a name; the default ones open with every new lesson."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="kept_wishes")
    name = models.CharField(max_length=80)
    wishes = models.JSONField()
    is_default = models.BooleanField(default=False)

    class Meta:
        ordering = ("name",)
        constraints = (models.UniqueConstraint(fields=["owner", "name"], name="one_name_a_teacher"),)


class ServiceAnswer(models.Model):
    """What a text-generation service answered to a request, so that the same is never paid for twice."""

    key = models.CharField(max_length=64, primary_key=True)
    text = models.TextField()
    tokens = models.JSONField(default=dict)
    made_at = models.DateTimeField(auto_now_add=True)


class SecondOpinion(models.Model):
    """What a second reader said of an item; ``key`` is the hash of its words and of the sentences beside them."""

    lesson = models.ForeignKey(Lesson, on_delete=models.CASCADE, related_name="opinions")
    key = models.CharField(max_length=64)
    by = models.CharField(max_length=80)
    opinion = models.JSONField()
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["lesson", "key"], name="one_opinion_on_the_same_words"),)


class Attachment(models.Model):
    """A picture or a voice note of a lesson's items, which name it in ``image`` or ``sound``."""

    class Kind(models.TextChoices):
        IMAGE = "image"
        SOUND = "sound"

    name = models.CharField(max_length=40, primary_key=True, default=media_key)
    lesson = models.ForeignKey(Lesson, on_delete=models.CASCADE, related_name="attachments")
    kind = models.CharField(max_length=8, choices=Kind.choices)
    media_type = models.CharField(max_length=40)
    created_at = models.DateTimeField(auto_now_add=True)

    @property
    def path(self) -> Path:
        return Path(settings.MEDIA_FOLDER) / "attached" / self.name


LICENCES = ("", "CC BY 4.0", "CC BY-SA 4.0", "CC BY-NC 4.0", "CC BY-NC-SA 4.0", "CC0 1.0")


class Offer(models.Model):
    """Lessons that colleagues may look at and copy until they are taken back. ``licence`` is empty where none is given:
    then it is for the colleagues' own classes."""

    class Reach(models.TextChoices):
        """Who finds what is offered. A copy is only for who has an account."""

        LINK = "link", "teachers who have the link"
        COLLEAGUES = "colleagues", "every teacher of this server"
        ANYONE = "anyone", "anyone, without an account"

    key = models.CharField(max_length=40, primary_key=True, default=media_key)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="offers")
    lessons = models.ManyToManyField(Lesson, related_name="offers")
    title = models.CharField(max_length=300)
    author = models.CharField(max_length=120)
    licence = models.CharField(max_length=20, blank=True)
    reach = models.CharField(max_length=10, choices=Reach.choices, default=Reach.LINK)
    made_at = models.DateTimeField(auto_now_add=True)
    ended_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("-made_at",)
