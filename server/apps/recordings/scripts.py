"""The ways to a script: captions from wherever they are, a pasted or plain text, or what a recogniser hears; and the
sound's say."""

from __future__ import annotations

from collections import deque
from collections.abc import Sequence
from dataclasses import replace
from typing import Any

import numpy as np
from django.db import transaction

from apps.recordings import hosts, media, recognisers
from apps.recordings.models import CaptionTrack, Recording, Sentence
from apps.recordings.services import Progress
from apps.work.limited import read_apart
from config.errors import SentenceError
from escuela_core.language.detecting import other_language
from escuela_core.language.languages import language_of
from escuela_core.sound.aligning import Samples
from escuela_core.sound.locating import Listen, located
from escuela_core.sound.recognising import Heard, NoSpeechError, heard_in
from escuela_core.timeline import Span
from escuela_core.transcripts import Sentence as SpokenSentence
from escuela_core.transcripts import Transcript, Warning, Word, prose, timing
from escuela_core.transcripts.decoding import decode
from escuela_core.transcripts.reading import ReadWords, in_sentences
from escuela_core.transcripts.repairs import repair

# Captions the aligner does not find are matched to what is heard only in recordings up to this length: hearing one out
# takes a seventh of its length.
LONGEST_HEARD_OUT_MS = 60 * 60_000
WAYS = ("track", "file", "pasted", "plain", "recognise")


def gather(recording: Recording, script: dict[str, Any]) -> None:
    """Put the captions that were chosen beside the recording, and those of other languages as tracks."""
    if script["way"] == "track":
        sort, _, number = script["track"].partition(":")
        if sort == "inside":
            recording.captions.write_bytes(media.text_stream(recording.source, int(number)))
        else:
            tracks = hosts.at(recording.link).tracks
            chosen = tracks[int(number)]
            recording.captions.write_bytes(hosts.captions(chosen.address))
            recording.script_by = Recording.ScriptBy.MACHINE if chosen.by_machine else Recording.ScriptBy.PERSON
            recording.save(update_fields=["script_by"])
            keep_tracks(recording, [t for n, t in enumerate(tracks) if n != int(number)])


def keep_tracks(recording: Recording, tracks: Sequence[hosts.HostTrack]) -> None:
    """The other captions, to be shown beside the script; ones that cannot be read are left out and said so."""
    recording.tracks.all().delete()
    for track in tracks:
        try:
            add_track(
                recording, hosts.captions(track.address), track.language, track.label, by_machine=track.by_machine
            )
        except Exception as error:
            if not hasattr(error, "code"):
                raise
            recording.warnings = [
                *recording.warnings,
                _kept(repair(0, "track_unread", track=track.label or track.language, why=str(error))),
            ]
            recording.save(update_fields=["warnings"])


def add_track(recording: Recording, data: bytes, language: str, label: str, *, by_machine: bool) -> CaptionTrack:
    read = captions_of(data, language, recording.duration_ms)
    cues = [[s.start_ms, s.end_ms, s.text] for s in read.sentences]
    return recording.tracks.create(language=language, label=label, by_machine=by_machine, cues=cues)


def captions_of(data: bytes, language: str, duration_ms: int | None) -> Transcript:
    """A caption file read in a process of its own, whatever it holds; its sentences made here."""
    read = read_apart("words", data, duration_ms=duration_ms)
    return in_sentences(ReadWords.from_json(read), language)


def read_script(recording: Recording) -> None:
    """Captions to sentences, in place of any that were there. A recording without a known length gets the captions'
    own."""
    transcript = captions_of(recording.captions.read_bytes(), recording.language, recording.duration_ms)
    if recording.duration_ms is None:
        recording.duration_ms = transcript.duration_ms
        recording.save(update_fields=["duration_ms"])
    found = other_language((s.text for s in transcript.sentences), recording.language)
    if found:
        told = repair(0, "other_language", found=found, chosen=recording.language)
        transcript = replace(transcript, warnings=(told, *transcript.warnings))
    keep(recording, transcript)


def by_sound(recording: Recording, progress: Progress) -> None:
    """Move the script's words to where they are spoken; say so where the captions are not what is spoken."""
    if not language_of(recording.language).can_be_aligned:
        return
    before = recording.transcript()
    short = (recording.duration_ms or 0) <= LONGEST_HEARD_OUT_MS
    found = located(
        [w.text for w in before.words],
        samples(recording),
        recording.silence_spans(),
        language=recording.language,
        expected=[w.start_ms for w in before.words],
        listen=_listening(recording, progress) if short else None,
        progress=progress,
    )
    recording.sound_fits = found.are_spoken
    if recording.sound_fits:
        moved = timing.retimed(before, found.spans, recording.silence_spans())
        recording.sound_moved_ms = moved.moved_ms
        recording.times_kept = {"captions": [row_data(s) for s in recording.sentences.all()]}
        recording.times_by = Recording.TimesBy.SOUND
        keep(recording, moved.transcript, warnings=recording.warnings)
    recording.save(update_fields=["sound_fits", "sound_moved_ms", "times_kept", "times_by"])


def lay_along(recording: Recording, progress: Progress) -> None:
    """A plain text, laid along the sound."""
    said = prose.read(decode(recording.captions.read_bytes())[0])
    found = located(
        [s.text for s in said],
        samples(recording),
        recording.silence_spans(),
        language=recording.language,
        listen=_listening(recording, progress),
        progress=progress,
    )
    if not found.are_spoken:
        raise SentenceError(
            "text_not_spoken",
            "The text was not found in the sound; is it what is said in this recording, and is the language right?",
        )
    keep(
        recording,
        timing.from_prose(
            said,
            found.spans,
            language=recording.language,
            duration_ms=recording.duration_ms or 1,
            silences=recording.silence_spans(),
        ),
    )


def _listening(recording: Recording, progress: Progress) -> Listen | None:
    """Has the recogniser hear a stretch; None where the aligner can do without and no recogniser is there."""
    if language_of(recording.language).can_be_aligned and recognisers.standing() != "ready":
        return None

    return lambda stretch: heard_words(recording, stretch, progress, lambda _words: None)


def recognise(recording: Recording, progress: Progress, say: Any) -> None:
    """Speech to a script; ``say`` is given the words as they come. Raises NoSpeechError."""
    words = heard_words(recording, Span(0, recording.duration_ms or 1), progress, say)
    if not words:
        raise NoSpeechError
    recording.script_by = Recording.ScriptBy.RECOGNISED
    recording.save(update_fields=["script_by", "language"])
    keep(recording, timing.from_words(words, language=recording.language, duration_ms=recording.duration_ms or 1))


def heard_words(recording: Recording, stretch: Span, progress: Progress, say: Any) -> list[Word]:
    latest: deque[str] = deque(maxlen=40)

    def each(heard: Heard) -> None:
        latest.extend(w.text for w in heard.words)
        progress(heard.until_ms / (recording.duration_ms or 1))
        say(" ".join(latest))

    return heard_in(
        recognisers.recogniser(),
        samples(recording),
        recording.silence_spans(),
        stretch,
        language=recording.language or None,
        each=each,
    )


def samples(recording: Recording) -> Samples:
    return np.memmap(recording.samples, dtype=np.int16, mode="r")


def forget_samples(recording: Recording) -> None:
    recording.samples.unlink(missing_ok=True)


@transaction.atomic
def keep(recording: Recording, transcript: Transcript, *, warnings: list[dict[str, Any]] | None = None) -> None:
    """``transcript`` as the recording's script, in place of any that was there."""
    recording.sentences.all().delete()
    Sentence.objects.bulk_create(
        Sentence(recording=recording, **data_of(s.words, s.speaker)) for s in transcript.sentences
    )
    own = [_kept(w) for w in transcript.warnings]
    recording.warnings = own if warnings is None else warnings
    recording.save(update_fields=["warnings"])


def _kept(warning: Warning) -> dict[str, Any]:
    return {"line": warning.line, "message": warning.message, "code": warning.code, "params": dict(warning.params)}


def data_of(words: Sequence[Word], speaker: str | None) -> dict[str, Any]:
    """The fields of a sentence made of ``words``."""
    spoken = SpokenSentence(tuple(words), speaker)
    return {
        "start_ms": spoken.start_ms,
        "end_ms": spoken.end_ms,
        "text": spoken.text,
        "speaker": speaker,
        "words": [[w.start_ms, w.end_ms, w.text, w.timing] for w in words],
    }


def row_data(sentence: Sentence) -> dict[str, Any]:
    fields = ("start_ms", "end_ms", "text", "speaker", "words", "is_spoken")
    return {name: getattr(sentence, name) for name in fields}
