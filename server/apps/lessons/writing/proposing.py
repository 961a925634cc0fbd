"""Items proposed: by the built-in writer or a service, into the pool; one item again; choosing from the pool."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict
from typing import Any

from django.db import transaction
from django.db.models import Max, QuerySet

from apps.accounts.models import User
from apps.lessons.checking.requesting import request_check
from apps.lessons.history.services import changing
from apps.lessons.items.services import changing_item, has_error, stored
from apps.lessons.models import Item, KeptWishes, Lesson
from apps.lessons.segments.services import segment_rows, stretches
from apps.lessons.writing.writers import Reply, require_service
from apps.work import services as work
from apps.work.models import Job
from apps.work.services import Steps, long_work
from escuela_core.items import Item as CoreItem
from escuela_core.timeline import Span
from escuela_core.writing import Offer, Wishes, choose, propose, vary
from escuela_core.writing.pasting import located
from escuela_core.writing.proposing import as_many_as_borne
from escuela_core.writing.served import Answer, Problem, messages

KEPT = ("kinds", "count", "level", "depths", "goals", "mistakes", "remarks")


def request_items(lesson: Lesson, given: dict[str, Any]) -> Job:
    """Have items proposed; the wishes are kept with the lesson and open its form the next time."""
    if given["by"] == "service":
        require_service()
    Lesson.objects.filter(id=lesson.id).update(wishes={k: given[k] for k in KEPT})
    return work.start(lesson.owner, "propose", given | {"lesson": str(lesson.id)}, title=lesson.title)


@long_work("propose", ("write",))
def propose_items(job: Job, steps: Steps) -> dict[str, Any]:
    """New items into the pool, none asking what is asked already or was dropped."""
    lesson = Lesson.with_removed.select_related("recording").get(id=job.given["lesson"])
    write = _serve if job.given.get("by") == "service" else _propose
    steps.once("write", lambda _share: write(lesson, job, steps))
    return dict(job.result)


def _wishes(lesson: Lesson, given: dict[str, Any]) -> Wishes:
    marked = lesson.recording.sentences.filter(id__in=given["sentences"])
    return Wishes(
        count=given["count"],
        kinds=tuple(given["kinds"]),
        level=given["level"],
        depths=tuple(given["depths"]),
        goals=tuple(given["goals"]),
        mistakes=tuple(given["mistakes"]),
        remarks=given["remarks"],
        about=tuple(Span(s.start_ms, s.end_ms) for s in marked),
        words=tuple(given["words"]),
        seed=given["seed"],
    )


def _propose(lesson: Lesson, job: Job, steps: Steps) -> None:
    given: dict[str, Any] = job.given
    recording = lesson.recording
    proposal = propose(
        recording.transcript().inside(*stretches(lesson)),
        _wishes(lesson, given),
        stretches=_chosen(lesson, given["segments"]),
        # What this very job made before its worker died is made again, the same, and found to be there.
        existing=[i.core() for i in lesson.items.all() if i.job != job.id],
        silences=recording.silence_spans(),
    )
    into_pool(lesson, proposal.items, job)
    steps.say(
        made=len(proposal.items),
        wanted=proposal.wanted,
        short_because=proposal.short_because,
        looked=asdict(proposal.looked),
        followed=list(proposal.followed),
        ignored=list(proposal.ignored),
        unspoken=list(proposal.unspoken),
        unused=list(proposal.unused),
        elsewhere=proposal.elsewhere,
    )


def _serve(lesson: Lesson, job: Job, steps: Steps) -> None:
    """Items of the service as they come, each put where the talk says it; what is wrong with the answer is said."""
    given: dict[str, Any] = job.given
    recording = lesson.recording
    spans = _chosen(lesson, given["segments"])
    talk = recording.transcript().inside(*spans)
    wishes = _wishes(lesson, given)
    wanted = wishes.count or as_many_as_borne(spans)
    # Without those that came before this job's worker died: the same request finds the same answer where it is kept.
    asked = [i.core().asked for i in lesson.items.all() if i.job != job.id]
    reply = Reply(messages(talk, wishes, count=wanted, asked=asked))
    answer = Answer(talk, wishes.kinds)
    made, unbacked = 0, 0
    for piece in reply.pieces():
        fresh = [i for i in answer.feed(piece) if i.asked not in asked]
        if fresh:
            found = located(fresh, talk, recording.silence_spans())
            into_pool(lesson, [f.item for f in found], job)
            asked += [i.asked for i in fresh]
            made, unbacked = made + len(found), unbacked + sum(not f.found for f in found)
            steps.say(made=made, wanted=wanted)
    answer.close()
    if reply.broken or not made:
        reply.forget()
    short = "" if made >= wanted else "service_short"
    steps.say(
        made=made,
        wanted=wanted,
        short_because=short,
        unbacked=unbacked,
        problems=[_problem(p) for p in answer.problems],
        tokens=reply.tokens,
    )


def _problem(problem: Problem) -> dict[str, Any]:
    return {"code": problem.code, "message": problem.message, "params": dict(problem.params)}


def _chosen(lesson: Lesson, ids: Sequence[str]) -> list[Span]:
    """The parts of the chosen segments that the lesson covers; no ids mean all."""
    covered = stretches(lesson)
    rows = [r for r in segment_rows(lesson) if not ids or str(r["id"]) in ids]
    bounds = [(max(r["start_ms"], c.start_ms), min(r["end_ms"], c.end_ms)) for r in rows for c in covered]
    return [Span(a, b) for a, b in bounds if a < b] or covered


def into_pool(lesson: Lesson, found: Sequence[CoreItem], job: Job | None = None) -> None:
    """New items beside the lesson's, to be taken or left; they are checked. What ``job`` brought before stays out."""
    if not found:
        return
    with transaction.atomic():
        locked = Lesson.objects.select_for_update().get(id=lesson.id)
        known = {i.core().asked for i in made_by(job, locked)} if job else set()
        contents = [stored(item) for item in found if item.asked not in known]
        first = (locked.items.aggregate(last=Max("position"))["last"] or 0) + 1
        Item.objects.bulk_create(
            Item(lesson=locked, place=Item.Place.POOL, content=content, position=first + n, job=job.id if job else None)
            for n, content in enumerate(contents)
        )
        locked.version += 1
        locked.save()
    request_check(locked)


def made_by(job: Job, lesson: Lesson) -> QuerySet[Item]:
    """The items that a job has made already, before its worker died perhaps."""
    return lesson.items.filter(job=job.id)


def request_variation(item: Item, want: str, kind: str) -> Job:
    given = {"item": str(item.id), "want": want, "kind": kind, "seed": item.version}
    return work.start(item.lesson.owner, "vary", given, title=item.lesson.title)


@long_work("vary", ("write",))
def vary_item(job: Job, steps: Steps) -> dict[str, Any]:
    """One item again, in place of the old, as one undoable change."""
    item = Item.objects.select_related("lesson__recording").get(id=job.given["item"])
    steps.once("write", lambda _share: steps.say(changed=_vary(item, job.given)))
    return dict(job.result)


def _vary(item: Item, given: dict[str, Any]) -> bool:
    lesson, recording = item.lesson, item.lesson.recording
    others = [i.core() for i in lesson.items.exclude(id=item.id).exclude(place=Item.Place.DROPPED)]
    new = vary(
        item.core(),
        recording.transcript().inside(*stretches(lesson)),
        want=given["want"],
        kind=given["kind"],
        existing=others,
        silences=recording.silence_spans(),
        seed=given["seed"],
    )
    if new is None:
        return False
    with changing_item(item, "vary_item", expected=given["seed"]) as now:
        content = stored(new)
        if now.pause_by_teacher:
            content["pause_ms"] = now.pause_ms
        now.content = content
        now.decision, now.decision_reason, now.decision_basis = Item.Decision.NONE, "", ""
        now.report = None
        now.seen = False
    return True


def choose_from_pool(lesson: Lesson, count: int) -> dict[str, Any]:
    """Take the best ``count`` items of the pool into the lesson; why each of the others was left."""
    with changing(lesson, "choose_items") as locked:
        mine = list(locked.items.exclude(place=Item.Place.DROPPED))
        pool = [i for i in mine if i.place == Item.Place.POOL]
        kept = [i for i in mine if i.place == Item.Place.LESSON]
        bounds = [Span(r["start_ms"], r["end_ms"]) for r in segment_rows(locked) if r["takes_part"]]
        offers = [Offer(i.core(), (i.report or {}).get("support", 0.5), has_error(i)) for i in pool]
        chosen = choose(offers, count, stretches=bounds, kept=[i.core() for i in kept])
        for number in chosen.numbers:
            pool[number].place = Item.Place.LESSON
            pool[number].version += 1
        Item.objects.bulk_update([pool[n] for n in chosen.numbers], ["place", "version"])
    left = [
        {"item": str(pool[n].id), "why": r.why, "other": None if r.other is None else str(pool[r.other].id)}
        for n, r in sorted(chosen.left_out.items())
    ]
    return {"taken": [str(pool[n].id) for n in chosen.numbers], "left_out": left}


def give_wishes(kept: KeptWishes, email: str) -> None:
    """Put a copy among a colleague's kept wishes, named after who gave it. An address without an account gets nothing,
    and the giver is not told which it was: whether somebody has an account is nobody else's business."""
    colleague = User.objects.filter(email__iexact=email.strip(), confirmed_at__isnull=False).first()
    if colleague is not None and colleague != kept.owner:
        keep_wishes(colleague, f"{kept.name} ({kept.owner.name})"[:80], kept.wishes, is_default=False)


def keep_wishes(owner: User, name: str, wishes: dict[str, Any], *, is_default: bool) -> KeptWishes:
    """Keep wishes under a name, over older ones of that name; at most one set is the default."""
    with transaction.atomic():
        if is_default:
            owner.kept_wishes.update(is_default=False)
        kept, _ = KeptWishes.objects.update_or_create(
            owner=owner, name=name.strip(), defaults={"wishes": wishes, "is_default": is_default}
        )
    return kept
