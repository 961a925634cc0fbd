"""Makes the demo once: Runa Tessel, three lessons, two scripts to put right, classes answered for by the simulation."""

from __future__ import annotations

import json
from datetime import timedelta
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError
from django.utils import timezone

from apps.accounts.models import User
from apps.accounts.services import DEMO_EMAIL
from apps.assignments.services import share
from apps.classes.services import add_members, ask_to_join, change_class, let_in, make_class
from apps.lessons import copying, services
from apps.lessons.bringing_in import services as bringing_in
from apps.lessons.items import services as items
from apps.lessons.models import Item, Lesson, Offer, Segment
from apps.lessons.offering.services import offer
from apps.lessons.writing import proposing
from apps.recordings import uploads
from apps.study.models import Answer
from apps.study.services import ask_for_look
from apps.work import services as work
from apps.work.models import Job
from demo.students import (
    CLASS,
    CLASS_BEGUN,
    CLASS_NAMES,
    LINK_ASKS,
    LINK_CLASS,
    LINK_NAMES,
    ROOM_CLASS,
    ROOM_NAMES,
    simulate,
    simulate_in_room,
)
from escuela_core.segments.describing import key_terms, summary_of
from escuela_core.writing import KINDS

DEMO = Path(__file__).resolve().parents[2]


class Command(BaseCommand):
    help = "Makes the demo world once; does nothing where it is there already."

    def handle(self, *args: Any, **options: Any) -> None:
        if User.objects.filter(email=DEMO_EMAIL).exists():
            return
        runa = User.objects.create_user(DEMO_EMAIL, None, name="Runa Tessel")
        runa.confirmed_at = timezone.now()
        runa.save()
        lock = make(runa, "canal-lock")
        offered_by_a_colleague(make(runa, "three-knots"))
        with_automatic_captions(runa)
        spoken_freely(runa)
        for host in settings.RECORDING_HOSTS:
            by_link(runa, f"{host['origin']}/watch/lock-up")
        with_class(runa, lock)
        by_class_link(runa, lock)
        in_room(runa, lock)
        assignment = share(
            runa,
            lock,
            name="Deck hands, Tuesday",
            policy={"due_at": timezone.now() + timedelta(days=3), "attempts": 2},
        )
        simulate(assignment)


def offered_by_a_colleague(lesson: Lesson) -> None:
    """A colleague's own lesson, which anyone may look at; nobody signs in as her."""
    ines = User.objects.create_user("ines.korrin@school.example", None, name="Ines Korrin")
    hers = copying.copy(lesson, to=ines, folder="")
    run_waiting()
    hers = services.describe(hers, title="Knots for the harbour course", folder=None)
    offer(ines, [hers], title=hers.title, author=ines.name, licence="CC BY 4.0", reach=Offer.Reach.ANYONE)


def with_class(owner: User, lesson: Lesson) -> None:
    """A class with its names, and a lesson it was given, which some have begun."""
    school_class = make_class(owner, CLASS)
    add_members(school_class, "\n".join(CLASS_NAMES))
    due_at = timezone.now() + timedelta(days=5)
    given = share(owner, lesson, name="", policy={"due_at": due_at, "attempts": 2}, school_class=school_class)
    simulate(given, CLASS_NAMES[:CLASS_BEGUN])
    wrong = Answer.objects.filter(student__assignment=given, outcome="wrong").order_by("student__nickname").first()
    if wrong is not None:
        ask_for_look(wrong.student, wrong.id, "At the lock near us it is the other way round; I went there and looked.")


def by_class_link(owner: User, lesson: Lesson) -> None:
    """A class without a list: its students ask under its link and are let in; one still waits."""
    school_class = change_class(make_class(owner, LINK_CLASS), takes_requests=True)
    for name in LINK_NAMES:
        let_in(ask_to_join(school_class, name))
    ask_to_join(school_class, LINK_ASKS)
    policy = {"manner": "beside", "feedback": "at_end", "retakes": 1, "counting": "best"}
    given = share(owner, lesson, name="", policy=policy, school_class=school_class)
    simulate(given, LINK_NAMES)


def in_room(owner: User, lesson: Lesson) -> None:
    """A class to which the lesson was played on the big screen."""
    school_class = make_class(owner, ROOM_CLASS)
    add_members(school_class, "\n".join(ROOM_NAMES))
    given = share(owner, lesson, name="", policy={"attempts": 1}, school_class=school_class)
    simulate_in_room(given, ROOM_NAMES)


def make(owner: User, name: str) -> Lesson:
    """One demo lesson through the product's own services: brought in, titled, its items added and checked."""
    text = json.loads((DEMO / "lessons" / f"{name}.json").read_text("utf-8"))
    lesson = bring_in(owner, name, text["title"])
    services.describe(lesson, title=text["title"], folder=text["folder"])
    starts = title_segments(lesson, text)
    for row in text["items"]:
        content = {k: v for k, v in row.items() if k != "says"}
        if "says" in row:
            start_ms, end_ms = starts[row["says"]]
            content["evidence"] = [{"start_ms": start_ms, "end_ms": end_ms}]
        items.add_item(lesson, items.content_of(content))
    run_waiting()
    lesson.changes.all().delete()
    return Lesson.objects.get(id=lesson.id)


def with_automatic_captions(owner: User) -> None:
    """A recording whose captions a machine made: no capitals, no stops, lines that roll."""
    lesson = bring_in(owner, "three-knots", "Knots, as a machine wrote them down", captions="three-knots.auto.vtt")
    services.describe(lesson, title=None, folder="Rope work")
    run_waiting()
    lesson.changes.all().delete()


def spoken_freely(owner: User) -> None:
    """A screen shown to colleagues without a script; its items are the writer's, all that the check confirms."""
    lesson = make(owner, "first-lesson")
    wishes = {"count": 12, "kinds": list(KINDS), "level": "", "depths": [], "goals": [], "mistakes": [], "remarks": ""}
    where = {"by": "built_in", "segments": [], "sentences": [], "words": [], "seed": 0}
    done(proposing.request_items(lesson, wishes | where))
    run_waiting()
    confirmed = [i.id for i in lesson.items.all() if i.report and i.report["standing"] == "confirmed"]
    items.put(lesson, confirmed, Item.Place.LESSON)
    run_waiting()
    lesson.changes.all().delete()


def by_link(owner: User, link: str) -> None:
    """A recording that stays with its host, with chapters and Spanish captions beside."""
    looked = done(bringing_in.look(owner, upload=None, link=link))
    script = {"way": "track", "upload": None, "track": "host:0", "text": ""}
    done(bringing_in.bring_in(owner, looked, script, title="", language="en"))


def bring_in(owner: User, name: str, title: str, captions: str = "") -> Lesson:
    folder = DEMO / "media"
    looked = done(bringing_in.look(owner, upload=uploads.put(owner, folder / f"{name}.mp4").id, link=""))
    words = uploads.put(owner, folder / (captions or f"{name}.vtt"))
    script = {"way": "file", "upload": words.id, "track": "", "text": ""}
    job = done(bringing_in.bring_in(owner, looked, script, title=title, language="en"))
    return Lesson.objects.get(id=job.result["lesson"])


def done(job: Job) -> Job:
    """A job done here and now instead of by workers, whatever lines its steps belong to."""
    while job.state == Job.State.WAITING:
        work.run(str(job.id))
        job.refresh_from_db()
    if job.state != Job.State.DONE:
        raise CommandError(f"{job.title}: {job.error_message}")
    return job


def title_segments(lesson: Lesson, text: dict[str, Any]) -> dict[str, tuple[int, int]]:
    """The teacher's own segments, by the sentence each begins with; where each sentence is."""
    rows = {s.text: (s.start_ms, s.end_ms) for s in lesson.recording.sentences.all()}
    lesson.segments.all().delete()
    terms = key_terms(text["parts"], "en")
    Segment.objects.bulk_create(
        Segment(
            lesson=lesson,
            start_ms=0 if n == 0 else next(at for said, (at, _) in rows.items() if said.startswith(part[0])),
            title=title,
            summary=summary_of(part, terms[n]),
            key_terms=terms[n],
        )
        for n, (title, part) in enumerate(zip(text["segments"], text["parts"], strict=True))
    )
    return rows


def run_waiting() -> None:
    """The checks these changes asked for, here and now instead of by a worker."""
    for job in Job.objects.filter(kind="check", state=Job.State.WAITING):
        work.run(str(job.id))
