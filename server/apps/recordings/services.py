"""Bringing a recording in, step by step. Each step can be done again without harm, should a worker die."""

from __future__ import annotations

import shutil
from collections.abc import Callable
from pathlib import Path
from typing import Any, TypeAlias

from django.core.files.uploadedfile import UploadedFile
from django.db import transaction

from apps.accounts.models import User
from apps.recordings import media
from apps.recordings.models import Recording, Sentence
from config.errors import SentenceError
from escuela_core.sound.loudness import loudness
from escuela_core.transcripts import Sentence as SpokenSentence
from escuela_core.transcripts import Word, read_captions
from escuela_core.transcripts.decoding import LARGEST_BYTES, CaptionsTooLargeError

Upload: TypeAlias = "UploadedFile[Any]"
Progress = Callable[[float], None]
PEAKS = 1_200


def receive(owner: User, file: Upload, captions: Upload, *, title: str, language: str) -> Recording:
    """Put an upload in its own folder. Nothing of it has been read yet."""
    if not file.size:
        raise SentenceError("file_empty", f"“{file.name}” is empty.", name=file.name or "")
    if (captions.size or 0) > LARGEST_BYTES:
        raise CaptionsTooLargeError(captions.size or 0)
    recording = Recording.objects.create(
        owner=owner, title=title or Path(file.name or "").stem[:300], language=language
    )
    try:
        recording.folder.mkdir(parents=True)
        for upload, target in ((file, recording.source), (captions, recording.captions)):
            with target.open("wb") as out:
                for chunk in upload.chunks(1 << 20):
                    out.write(chunk)
    except OSError:
        discard(recording)
        raise
    return recording


def discard(recording: Recording) -> None:
    """Remove a recording and its files."""
    shutil.rmtree(recording.folder, ignore_errors=True)
    recording.delete()


def probe(recording: Recording, name: str) -> media.Probe:
    found = media.probe(recording.source, name)
    recording.duration_ms = found.duration_ms
    recording.has_picture = found.has_picture
    recording.media_type = found.media_type
    recording.save()
    return found


def make_playable(recording: Recording, progress: Progress) -> None:
    """Convert only what a browser could not play."""
    if not recording.media_type:
        target = recording.folder / "played.mp4"
        if not target.exists():
            media.convert(
                recording.source,
                target,
                has_picture=recording.has_picture,
                duration_ms=recording.duration_ms or 1,
                progress=progress,
            )
        recording.file_name = target.name
        recording.media_type = "video/mp4" if recording.has_picture else "audio/mp4"
        recording.save()
    if recording.has_picture:
        media.poster(recording.played, recording.folder / "poster", (recording.duration_ms or 0) // 5)


def hear(recording: Recording, progress: Progress) -> None:
    """The loudness curve and the silences, from the sound itself."""
    heard = loudness(media.samples(recording.played, progress, recording.duration_ms or 1), media.RATE)
    recording.peaks = heard.peaks(PEAKS)
    recording.silences = [[s.start_ms, s.end_ms] for s in heard.silences()]
    recording.save(update_fields=["peaks", "silences"])


@transaction.atomic
def read_script(recording: Recording) -> None:
    """Captions to sentences, in place of any that were there."""
    transcript = read_captions(
        recording.captions.read_bytes(), language=recording.language, duration_ms=recording.duration_ms
    )
    recording.sentences.all().delete()
    Sentence.objects.bulk_create(_row(recording, n, s) for n, s in enumerate(transcript.sentences))
    recording.warnings = [{"line": w.line, "message": w.message} for w in transcript.warnings]
    recording.save(update_fields=["warnings"])


def _row(recording: Recording, position: int, sentence: SpokenSentence) -> Sentence:
    return Sentence(
        recording=recording,
        position=position,
        start_ms=sentence.start_ms,
        end_ms=sentence.end_ms,
        text=sentence.text,
        speaker=sentence.speaker,
        words=[[w.start_ms, w.end_ms, w.text, w.timing] for w in sentence.words],
    )


def correct_sentence(sentence: Sentence, text: str) -> Sentence:
    """Put a sentence's words right. Those that stay keep their times; new ones share the time they replace."""
    texts = text.split()
    if not texts:
        raise SentenceError("sentence_empty", "A sentence must keep at least one word.")
    words = sentence.spoken().words
    sentence.words = [[w.start_ms, w.end_ms, w.text, w.timing] for w in retimed(words, texts)]
    sentence.text = " ".join(texts)
    sentence.save(update_fields=["words", "text"])
    return sentence


def retimed(words: tuple[Word, ...], texts: list[str]) -> list[Word]:
    """``texts`` with the times of ``words``: equal runs at both ends keep theirs, the middle is shared out evenly."""
    same_start = 0
    while same_start < min(len(words), len(texts)) and words[same_start].text == texts[same_start]:
        same_start += 1
    same_end = 0
    while same_end < min(len(words), len(texts)) - same_start and words[-1 - same_end].text == texts[-1 - same_end]:
        same_end += 1
    if same_start + same_end == len(words) and len(texts) > len(words):
        # Words that were only added share the time of the one before them (or after, at the start).
        same_start, same_end = (same_start - 1, same_end) if same_start else (same_start, same_end - 1)
    old = words[same_start : len(words) - same_end]
    new = texts[same_start : len(texts) - same_end]
    head, tail = list(words[:same_start]), list(words[len(words) - same_end :])
    if len(old) == len(new):
        return [*head, *(Word(w.start_ms, w.end_ms, t, w.timing) for w, t in zip(old, new, strict=True)), *tail]
    if not new:
        return [*head, *tail]
    start_ms, end_ms = old[0].start_ms, old[-1].end_ms
    step = (end_ms - start_ms) / len(new)
    middle = [
        Word(
            round(start_ms + step * i),
            max(round(start_ms + step * (i + 1)), round(start_ms + step * i) + 1),
            t,
            "estimated",
        )
        for i, t in enumerate(new)
    ]
    return [*head, *middle, *tail]
