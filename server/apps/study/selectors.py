"""What a student's browser gets. Keys, explanations and marking are put in only when the policy says so."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from apps.assignments.models import Assignment, frozen
from apps.lessons.items.attachments import address_of
from apps.recordings.models import Recording
from apps.study.lesson_serializers import (
    MediaOut,
    OtherWordsOut,
    QuestionOut,
    SpanOut,
    StudyLessonOut,
    StudyMaterialOut,
    StudyTrackOut,
)
from apps.study.models import Answer, Note, Student
from apps.study.rows import Given
from apps.study.serializers import CorrectedOut, KeyInOtherWordsOut, KeyOut, NoteOut, ProgressOut, StudentOut, TryOut
from apps.study.services import ordering_of, standing_of, watched
from escuela_core.items import Item
from escuela_core.items.rewording import in_wording
from escuela_core.results.attempts import Attempt
from escuela_core.results.sheet import Cell, Try, cell, earned
from escuela_core.study import Mark, Policy, credit
from escuela_core.study.ordering import Ordering, as_shown
from escuela_core.study.progress import Standing, Tried, is_done, shows_key, tries_left

# Outcomes that tell nothing about the key.
KNOWN_ANYWAY = ("waiting", "not_sure", "out_of_time", "read")


def lesson_for(
    content: dict[str, Any], questions: Sequence[QuestionOut], media: MediaOut, *, words: bool = True
) -> StudyLessonOut:
    """A lesson without anything a student must not know yet; without ``words`` only when sentences begin and end."""
    return StudyLessonOut(
        **dict(media),
        title=content["title"],
        language=content["language"],
        start_ms=content["start_ms"],
        end_ms=content["end_ms"],
        stretches=content.get("stretches") or [SpanOut.model_validate(content)],
        segments=content["segments"],
        sentences=content["sentences"] if words else [s | {"text": ""} for s in content["sentences"]],
        items=list(questions),
        materials=materials_for(content, ("before", "during")),
    )


def materials_for(content: dict[str, Any], places: Sequence[str]) -> list[StudyMaterialOut]:
    """The materials of an edition that belong to ``places``; older editions have none.

    Words come with their meaning; what else stands beside a line is the teacher's.
    """
    return [
        StudyMaterialOut.model_validate(
            m if m["kind"] == "glossary" else m | {"lines": [line | {"meaning": ""} for line in m["lines"]]}
        )
        for m in content.get("materials", [])
        if m["place"] in places
    ]


def media_of(recording: Recording, url: str = "") -> MediaOut:
    """``url``: where else than its owner those get it from whom it is for."""
    return MediaOut(
        media_url=url or recording.media_url,
        media_type=recording.media_type,
        has_picture=recording.has_picture,
        player_url=recording.player_url,
        player_dialect=recording.player_dialect,
        tracks=[StudyTrackOut.model_validate(track) for track in recording.tracks.all()],
    )


def question(item: Item, order: Sequence[int], *, withheld: bool = False) -> QuestionOut:
    """What is asked, and nothing that answers it, in the student's own ``order``; nothing at all while ``withheld``."""
    return QuestionOut(
        **({} if withheld else _asked(item, order)),
        id=item.id,
        kind=item.kind,
        withheld=withheld,
        several=item.several,
        marks=item.marks,
        time_limit_s=item.time_limit_s,
        pause_ms=item.pause_ms or 0,
        hear_from_ms=min((s.start_ms for s in item.evidence), default=None),
    )


def _asked(item: Item, order: Sequence[int]) -> dict[str, Any]:
    images = item.images
    return _shown(item, order) | {
        "option_image_urls": [address_of(images[n]) for n in order] if images else [],
        "image_url": address_of(item.image),
        "sound_url": address_of(item.sound),
        "wordings": [OtherWordsOut(tag=tag, **_shown(worded, order)) for tag, worded in _worded(item)],
    }


def _shown(item: Item, order: Sequence[int]) -> dict[str, Any]:
    return {
        "prompt": item.asked,
        "targets": item.targets,
        "options": [item.shown[n] for n in order],
        "image_alt": item.image_alt,
    }


def _worded(item: Item) -> Iterator[tuple[str, Item]]:
    for wording in item.wordings:
        yield wording.tag, in_wording(item, wording.tag)


def questions_for(student: Student, told: Sequence[ProgressOut]) -> list[QuestionOut]:
    """What one student is asked, whose ``progress`` was ``told``; a timed item only once they have opened it, or may
    answer it no more. One query where items are timed."""
    items, ordering = student.assignment.items, ordering_of(student)
    timed = {i.id for i in items if i.time_limit_s is not None} if student.assignment.time_limits else set()
    if timed:
        timed -= {str(i) for i in student.clocks.values_list("item_id", flat=True)}
        timed -= {p.item for p in told if p.answers or p.done}
    return [question(i, ordering.of(i), withheld=i.id in timed) for i in items]


def state_of(student: Student, now: datetime) -> StudentOut:
    """One student's way so far, in three queries."""
    edition = frozen(student.assignment.edition_id)
    standing, ordering = standing_of(student, now), ordering_of(student)
    answers: dict[str, list[Answer]] = {}
    for given in student.answers.all():
        answers.setdefault(str(given.item_id), []).append(given)
    shown = {str(i) for i in student.shown}
    return StudentOut(
        id=student.id,
        nickname=student.nickname,
        finished=standing.finished,
        attempt=student.attempt,
        retakes_left=max(0, standing.policy.retakes + 1 - student.attempt),
        state=standing.state,
        items=[
            progress(i, answers.get(i.id, []), standing, ordering, key_shown=i.id in shown)
            for i in student.assignment.items
        ],
        materials=materials_for(edition.content, ("after",)) if standing.finished else [],
        remark=student.remark,
        notes=notes_of(student),
        watched=[SpanOut.model_validate(s) for s in watched(student)],
    )


def notes_of(student: Student) -> list[NoteOut]:
    """The notes of a person, written at whichever time through the lesson. One query."""
    return [NoteOut.model_validate(n) for n in Note.objects.filter(student__person=student.person)]


def corrections_of(assignment: Assignment) -> list[CorrectedOut]:
    """The items whose marking was put right, by their numbers."""
    numbers = {i.id: n for n, i in enumerate(assignment.items, start=1)}
    return [CorrectedOut(number=numbers[k], why=c["why"]) for k, c in assignment.corrections.items() if k in numbers]


def tries_of(answers: Iterable[Given], *, as_told: bool = False) -> dict[str, list[Try]]:
    """The tries of one student by item, as the results count them, or as far as the student was told of them."""
    tries: dict[str, list[Try]] = {}
    for given in answers:
        tries.setdefault(str(given.item_id), []).append(
            Try(
                given.outcome,  # type: ignore[arg-type]
                given.shown_share if as_told else given.share,
                given.overruled is not None,
            )
        )
    return tries


@dataclass(frozen=True, slots=True)
class Through:
    """One student's time through a lesson: each item as it stands with them, and what all of it comes to."""

    student: Student
    cells: list[Cell]
    told: Attempt


def through(
    students: Sequence[Student], items: Sequence[Item], policy: Policy, *, as_told: bool = False
) -> list[Through]:
    """Each of a person's times through the same ``items``, or as far as they were told of it; no query where the
    answers were read along."""
    found = []
    for student in students:
        tries = tries_of(student.answers.all(), as_told=as_told)
        cells = [cell(i, tries.get(i.id, []), 0, policy) for i in items]
        found.append(Through(student, cells, Attempt(earned(items, cells), student.finished_at is not None)))
    return found


def progress(
    item: Item, answers: Sequence[Answer], standing: Standing, ordering: Ordering, *, key_shown: bool
) -> ProgressOut:
    """One item's tries, with what may be told of them now; ``key_shown`` where its key was let out before."""
    tried = Tried(tuple(a.outcome for a in answers), key_shown)  # type: ignore[misc]
    order = ordering.of(item)
    key = key_of(item, order) if shows_key(item, tried, standing) else None
    # With the key an answer becomes final.
    tried = Tried(tried.outcomes, key_shown or key is not None)
    return ProgressOut(
        item=item.id,
        done=is_done(item, tried, standing),
        tries_left=tries_left(item, tried, standing),
        answers=[_told(a, item, order, standing, speaks=standing.speaks_of(item)) for a in answers],
        key=key,
    )


def _told(answer: Answer, item: Item, order: Sequence[int], standing: Standing, *, speaks: bool) -> TryOut:
    """One try; what it earned only where that is told now."""
    share = answer.shown_share
    by_hand = answer.given_back
    worth = credit(Mark(answer.outcome, share), answer.number or 1, standing.policy)  # type: ignore[arg-type]
    outcome = answer.outcome if speaks or answer.outcome in KNOWN_ANYWAY else "taken"
    return TryOut(
        id=answer.id,
        response=as_shown(answer.response, order),
        outcome="marked" if speaks and by_hand else outcome,
        share=share if speaks else None,
        marks=round(worth * item.marks, 2) if speaks and worth is not None else None,
        comment=answer.comment if speaks and by_hand else "",
        look=answer.look_state,
        look_reason=answer.look_reason,
        look_word=answer.look_word,
    )


def key_of(item: Item, order: Sequence[int]) -> KeyOut:
    """The key and explanation, for when the policy has let them go; options by their places in ``order``."""
    return KeyOut(
        **_key_shown(item, order),
        evidence=[SpanOut.model_validate(s) for s in item.evidence],
        wordings=[KeyInOtherWordsOut(tag=tag, **_key_shown(worded, order)) for tag, worded in _worded(item)],
    )


def _key_shown(item: Item, order: Sequence[int]) -> dict[str, Any]:
    return item.key_shown(order) | {"explanation": item.explanation}
