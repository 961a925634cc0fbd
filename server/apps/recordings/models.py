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


class Upload(models.Model):
    """A file on its way in, by resumable upload: ``offset`` of its ``size`` bytes have arrived."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="uploads")
    name = models.CharField(max_length=300)
    size = models.PositiveBigIntegerField()
    offset = models.PositiveBigIntegerField(default=0)
    created_at = models.DateTimeField(auto_now_add=True)

    @property
    def path(self) -> Path:
        return Path(settings.MEDIA_FOLDER) / "uploads" / str(self.id)

    @property
    def is_whole(self) -> bool:
        return self.offset == self.size


class Recording(models.Model):
    """A video or sound file, playable once ``media_type`` is set. Its address holds a key that cannot be guessed.

    One that plays in its host's own player has a ``player_url`` and no file. ``known_by`` is the same for the same
    recording brought in twice: the sum of its bytes, or its link.
    """

    class ScriptBy(models.TextChoices):
        """Who wrote the words down."""

        PERSON = "person"
        MACHINE = "machine"
        RECOGNISED = "recognised"

    class TimesBy(models.TextChoices):
        """Who says when a word is spoken."""

        CAPTIONS = "captions"
        SOUND = "sound"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="recordings")
    title = models.CharField(max_length=300)
    language = models.CharField(max_length=12, default="en")
    media_key = models.CharField(max_length=40, unique=True, default=media_key)
    file_name = models.CharField(max_length=100, default="source")
    media_type = models.CharField(max_length=40, blank=True)
    has_picture = models.BooleanField(default=False)
    duration_ms = models.PositiveIntegerField(null=True)
    link = models.CharField(max_length=2000, blank=True)
    player_url = models.CharField(max_length=2000, blank=True)
    player_dialect = models.CharField(max_length=12, blank=True)
    known_by = models.CharField(max_length=200, blank=True, db_index=True)
    chapters = models.JSONField(default=list)
    script_by = models.CharField(max_length=12, choices=ScriptBy.choices, default=ScriptBy.PERSON)
    # Whose times the script's words have now, and the script with the others'; how far the sound moved them.
    times_by = models.CharField(max_length=10, choices=TimesBy.choices, default=TimesBy.CAPTIONS)
    times_kept = models.JSONField(default=dict)
    sound_moved_ms = models.IntegerField(null=True)
    sound_fits = models.BooleanField(default=True)
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
    def samples(self) -> Path:
        """The sound as raw samples, while a job works on it."""
        return self.folder / "samples"

    @property
    def media_url(self) -> str:
        return f"/media/{self.media_key}"

    @property
    def poster_url(self) -> str | None:
        return f"/media/{self.media_key}/poster" if self.has_picture and not self.player_url else None

    def silence_spans(self) -> list[Span]:
        return [Span(a, b) for a, b in self.silences]

    def transcript(self) -> Transcript:
        """What is said, as core takes it. One query."""
        return Transcript(
            self.language,
            self.duration_ms or 1,
            tuple(sentence.spoken() for sentence in self.sentences.all() if sentence.is_spoken),
        )


class MediaPass(models.Model):
    """An address of a recording that was handed out, and until when it leads there; the owner's own never ends."""

    key = models.CharField(max_length=40, primary_key=True, default=media_key)
    recording = models.ForeignKey(Recording, on_delete=models.CASCADE, related_name="passes")
    until = models.DateTimeField(null=True)
    # Whether what is said can be read there too.
    with_words = models.BooleanField(default=True)


class Sentence(models.Model):
    """One sentence; ``words`` is a list of [start_ms, end_ms, text, timing]. What is not spoken asks and answers
    nothing."""

    recording = models.ForeignKey(Recording, on_delete=models.CASCADE, related_name="sentences")
    start_ms = models.PositiveIntegerField()
    end_ms = models.PositiveIntegerField()
    text = models.TextField()
    speaker = models.CharField(max_length=200, null=True)
    words = models.JSONField()
    is_spoken = models.BooleanField(default=True)

    class Meta:
        ordering = ("start_ms", "id")

    def spoken(self) -> SpokenSentence:
        return SpokenSentence(tuple(Word(a, b, text, timing) for a, b, text, timing in self.words), self.speaker)


class SentenceReading(models.Model):
    """What reading a sentence gave (``escuela_core.language.readings.Reading``).

    ``text`` is what it was made of, so that an old one is known; one without ``words`` is from before those were kept.
    """

    sentence = models.OneToOneField(Sentence, on_delete=models.CASCADE, primary_key=True, related_name="reading")
    text = models.TextField()
    vector = models.BinaryField()
    lemmas = models.JSONField(null=True)
    words = models.BinaryField(null=True)


class CaptionTrack(models.Model):
    """Captions beside the script, in another language or by another hand; ``cues`` is [[start_ms, end_ms, text], …]."""

    recording = models.ForeignKey(Recording, on_delete=models.CASCADE, related_name="tracks")
    language = models.CharField(max_length=12)
    label = models.CharField(max_length=80, blank=True)
    by_machine = models.BooleanField(default=False)
    cues = models.JSONField()

    class Meta:
        ordering = ("id",)
