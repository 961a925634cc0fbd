"""Bringing a recording in: looking at it first, then step by step to a lesson on the desk."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any
from uuid import UUID

from django.shortcuts import get_object_or_404

from apps.accounts.models import User
from apps.lessons.segments import services as segments
from apps.recordings import looking, readings, scripts, uploads
from apps.recordings import services as recordings
from apps.recordings.models import Recording, Upload
from apps.work import services as work
from apps.work.models import Job
from apps.work.services import Steps, long_work
from config.errors import SentenceError
from escuela_core.language.languages import language_of
from escuela_core.transcripts.decoding import LARGEST_BYTES, CaptionsTooLargeError


def look(owner: User, *, upload: UUID | None, link: str) -> Job:
    """Find out what was sent or named, as a job whose result says it."""
    name = get_object_or_404(Upload, id=upload, owner=owner).name if upload is not None else link
    return work.start(owner, "look", {"upload": str(upload) if upload else None, "link": link}, title=name[:300])


@long_work("look", ("look",), queue="links")
def look_at(job: Job, steps: Steps) -> dict[str, Any]:
    def find(_share: Any) -> None:
        upload_id = job.given["upload"]
        if upload_id:
            told = looking.at_upload(job.owner, Upload.objects.get(id=upload_id, owner=job.owner))
        else:
            told = looking.at_link(job.owner, job.given["link"])
        steps.say(**told, ways=looking.ways(told["language"]))

    steps.once("look", find)
    return dict(job.result)


def bring_in(owner: User, looked: Job, script: dict[str, Any], *, title: str, language: str) -> Job:
    """Start the job that makes a lesson of what ``looked`` found; ``script`` says which way its words come.

    ``script`` is {"way": one of scripts.WAYS} with ``track`` (an id of the look), ``upload`` (a caption file) or
    ``text``.
    """
    if looked.kind != "look" or looked.state != Job.State.DONE:
        raise SentenceError("not_looked", "Check the link first; the recording has not been found yet.")
    found = looked.result
    words = _words(owner, found, script)
    recording = recordings.receive(owner, found, title=title, language=language)
    if words is not None:
        recording.captions.write_bytes(words)
    given = {
        "recording": str(recording.id),
        "name": looked.title,
        "upload": found["upload"],
        "script": {"way": script["way"], "track": script["track"]},
    }
    return work.start(owner, "bring_in", given, title=recording.title, steps=_steps(found, script["way"], language))


def _words(owner: User, found: dict[str, Any], script: dict[str, Any]) -> bytes | None:
    """The bytes of captions or text that came with the request. Raises where the way does not fit what was found."""
    way = script["way"]
    if way in ("plain", "recognise") and not found["has_sound"]:
        raise SentenceError(
            "sound_elsewhere", "The sound of this recording stays with its host; give captions with times."
        )
    if way == "track" and script["track"] not in {t["id"] for t in found["tracks"]}:
        raise SentenceError("track_unknown", "These captions are not there any more; look at the recording again.")
    if way == "file":
        upload = get_object_or_404(Upload, id=script["upload"], owner=owner)
        if upload.size > LARGEST_BYTES:
            raise CaptionsTooLargeError(upload.size)
        data = uploads.take(upload).read_bytes()
        uploads.remove(upload)
        return data
    if way in ("pasted", "plain"):
        if not script["text"].strip():
            raise SentenceError("text_empty", "Paste the words first.")
        return str(script["text"]).encode()
    return None


def _steps(found: dict[str, Any], way: str, language: str) -> list[str]:
    names = ["fetch"] if found["link"] else []
    names += ["probe"] if found["has_sound"] else []
    names += [] if way in ("plain", "recognise") else ["captions"]
    if found["has_sound"]:
        names += ["convert", "sound"]
        names += {"plain": ["align"], "recognise": ["recognise"]}.get(
            way, ["align"] if language_of(language).can_be_aligned else []
        )
    return [*names, "segments"]


def _discard(job: Job) -> None:
    for recording in Recording.objects.filter(id=job.given["recording"], lesson=None):
        recordings.discard(recording)


# A slow host keeps nobody's recording waiting: what is fetched is waited for beside the line of heavy work.
@long_work("bring_in", ("segments",), queue="heavy", gave_up=_discard, elsewhere={"fetch": "links"})
def make(job: Job, steps: Steps) -> dict[str, Any]:
    """From a received recording to a lesson. Captions come before the slow steps: most faults lie there."""
    recording = Recording.objects.get(id=job.given["recording"])
    script = job.given["script"]

    def captions(_share: Any) -> None:
        scripts.gather(recording, script)
        scripts.read_script(recording)

    def divide(_share: Any) -> None:
        segments.make_lesson(recording)
        readings.learn(recording)

    work_of: dict[str, Callable[[recordings.Progress], object]] = {
        "fetch": lambda share: recordings.fetch(recording, share),
        "probe": lambda _share: recordings.probe(recording, job.given["name"]),
        "captions": captions,
        "convert": lambda share: recordings.make_playable(recording, share),
        "sound": lambda share: recordings.hear(recording, share),
        "align": lambda share: _align(recording, script["way"], share),
        "recognise": lambda share: scripts.recognise(recording, share, lambda heard: steps.say(heard=heard)),
        "segments": divide,
    }
    for step in job.steps:
        steps.once(step["name"], work_of[step["name"]])
    scripts.forget_samples(recording)
    for upload in Upload.objects.filter(id=job.given["upload"]):
        uploads.remove(upload)
    return {"lesson": str(segments.make_lesson(recording).id)}


def _align(recording: Recording, way: str, share: recordings.Progress) -> None:
    if way == "plain":
        scripts.lay_along(recording, share)
    else:
        scripts.by_sound(recording, share)
