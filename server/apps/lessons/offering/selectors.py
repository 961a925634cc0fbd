"""What is offered, to whom it is there: by its key, and as a list."""

from __future__ import annotations

from django.db.models import Prefetch, Q, QuerySet
from django.shortcuts import get_object_or_404

from apps.accounts.models import User
from apps.lessons.models import Item, Lesson, Offer
from apps.lessons.offering.serializers import OfferedLessonOut, OfferedOut, OfferedRowOut, OfferedRowsOut, OfferOut

MOST_SHOWN = 100
_ITEMS = Prefetch("items", Item.objects.filter(place=Item.Place.LESSON))
_LESSONS = Prefetch("lessons", Lesson.objects.select_related("recording").prefetch_related(_ITEMS, "segments"))


def _open() -> QuerySet[Offer]:
    """Neither taken back, nor with all its lessons gone."""
    return Offer.objects.filter(ended_at=None, lessons__removed_at=None).distinct().prefetch_related(_LESSONS)


def found(key: str, who: User | None) -> Offer:
    """What is offered under a key; 404 for what is not there any more, or not for ``who``, None without an account."""
    offers = _open() if who else _open().filter(reach=Offer.Reach.ANYONE)
    return get_object_or_404(offers, key=key)


def listed(who: User | None, words: str) -> OfferedRowsOut:
    """What ``who`` may find without a link, newest first: by words of its title, its author and its lessons' titles.

    Four queries whatever there is.
    """
    reaches = [Offer.Reach.ANYONE, Offer.Reach.COLLEAGUES] if who else [Offer.Reach.ANYONE]
    offers = _open().filter(reach__in=reaches)
    for word in words.split():
        has = Q(title__icontains=word) | Q(author__icontains=word)
        has |= Q(lessons__in=Lesson.objects.filter(title__icontains=word))
        offers = offers.filter(has)
    some = list(offers[: MOST_SHOWN + 1])
    return OfferedRowsOut(rows=[_row(o, who) for o in some[:MOST_SHOWN]], more=len(some) > MOST_SHOWN)


def offer_shape(made: Offer, site: str) -> OfferOut:
    """What a teacher offers, as they see it; ``site`` is the server's own address."""
    return OfferOut(
        key=made.key,
        lessons=[lesson.id for lesson in made.lessons.all()],
        title=made.title,
        author=made.author,
        licence=made.licence,
        reach=made.reach,
        link=f"{site}/offered/{made.key}",
        made_at=made.made_at,
    )


def offered_shape(made: Offer, who: User | None) -> OfferedOut:
    """Titles, parts, and what is asked; neither keys nor anything of a student."""
    return OfferedOut(
        title=made.title,
        author=made.author,
        licence=made.licence,
        reach=made.reach,
        mine=_is_of(made, who),
        lessons=[
            OfferedLessonOut(
                title=lesson.title,
                language=lesson.recording.language,
                duration_ms=lesson.recording.duration_ms or 0,
                poster_url=lesson.recording.poster_url,
                segments=[s.title for s in lesson.segments.all()],
                items=[i.core().asked for i in lesson.items.all()],
            )
            for lesson in made.lessons.all()
        ],
    )


def _row(made: Offer, who: User | None) -> OfferedRowOut:
    lessons = list(made.lessons.all())
    return OfferedRowOut(
        key=made.key,
        title=made.title,
        author=made.author,
        licence=made.licence,
        reach=made.reach,
        mine=_is_of(made, who),
        made_at=made.made_at,
        lesson_count=len(lessons),
        item_count=sum(len(lesson.items.all()) for lesson in lessons),
        duration_ms=sum(lesson.recording.duration_ms or 0 for lesson in lessons),
        languages=sorted({lesson.recording.language for lesson in lessons}),
        poster_url=next((lesson.recording.poster_url for lesson in lessons if lesson.recording.poster_url), None),
    )


def _is_of(made: Offer, who: User | None) -> bool:
    return who is not None and made.owner_id == who.id
