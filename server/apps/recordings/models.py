"""Recordings and what is said in them."""

from __future__ import annotations

import secrets
import uuid
from pathlib import Path

from django.conf import settings
from django.db import models

from escuela_core.timeline import Span
from escuela_core.transcripts import Sentence as SpokenSentence
from escuela_core.transcripts import Transcript, Word


def media_key() -> str:
    return secrets.token_urlsafe(24)


class Recording(models.Model):
    """A video or sound file, playable once ``media_type`` is set. Its address holds a key that cannot be guessed."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="recordings")
    title = models.CharField(max_length=300)
    language = models.CharField(max_length=12, default="en")
    media_key = models.CharField(max_length=40, unique=True, default=media_key)
    file_name = models.CharField(max_length=100, default="source")
    media_type = models.CharField(max_length=40, blank=True)
    has_picture = models.BooleanField(default=False)
    duration_ms = models.PositiveIntegerField(null=True)
    peaks = models.JSONField(default=list)
    silences = models.JSONField(default=list)
    warnings = models.JSONField(default=list)
    created_at = models.DateTimeField(auto_now_add=True)

    @property
    def folder(self) -> Path:
        return Path(settings.MEDIA_FOLDER) / str(self.id)

    @property
    def source(self) -> Path:
        """The file as it was brought in."""
        return self.folder / "source"

    @property
    def captions(self) -> Path:
        return self.folder / "captions"

    @property
    def played(self) -> Path:
        """The file a browser plays: the source itself, or what it was converted to."""
        return self.folder / self.file_name

    @property
    def media_url(self) -> str:
        return f"/media/{self.media_key}"

    @property
    def poster_url(self) -> str | None:
        return f"/media/{self.media_key}/poster" if self.has_picture else None

    def silence_spans(self) -> list[Span]:
        return [Span(a, b) for a, b in self.silences]

    def transcript(self) -> Transcript:
        """What is said, as core takes it. One query."""
        return Transcript(
            self.language, self.duration_ms or 1, tuple(sentence.spoken() for sentence in self.sentences.all())
        )


class Sentence(models.Model):
    """One sentence; ``words`` is a list of [start_ms, end_ms, text, timing]."""

    recording = models.ForeignKey(Recording, on_delete=models.CASCADE, related_name="sentences")
    position = models.PositiveIntegerField()
    start_ms = models.PositiveIntegerField()
    end_ms = models.PositiveIntegerField()
    text = models.TextField()
    speaker = models.CharField(max_length=200, null=True)
    words = models.JSONField()

    class Meta:
        ordering = ("position",)
        constraints = (models.UniqueConstraint(fields=["recording", "position"], name="one_sentence_a_position"),)

    def spoken(self) -> SpokenSentence:
        return SpokenSentence(tuple(Word(a, b, text, timing) for a, b, text, timing in self.words), self.speaker)
