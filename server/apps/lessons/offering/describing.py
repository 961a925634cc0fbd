"""What the page of lessons offered to anyone tells of itself."""

from __future__ import annotations

from typing import Any

from django.http import Http404

from apps.lessons.offering.selectors import found
from config.about import About

_PLACES = {
    "CC BY 4.0": "by/4.0",
    "CC BY-SA 4.0": "by-sa/4.0",
    "CC BY-NC 4.0": "by-nc/4.0",
    "CC BY-NC-SA 4.0": "by-nc-sa/4.0",
}
_CC0 = "https://creativecommons.org/publicdomain/zero/1.0/"


def described(key: str, link: str) -> About | None:
    """Title, author, licence and the lessons' titles; None for what is not offered to anyone."""
    try:
        made = found(key, None)
    except Http404:
        return None
    lessons = list(made.lessons.all())
    language = lessons[0].recording.language
    data: dict[str, Any] = {
        "@type": "LearningResource",
        "name": made.title,
        "author": {"@type": "Person", "name": made.author},
        "inLanguage": sorted({lesson.recording.language for lesson in lessons}),
        "url": link,
        "learningResourceType": "interactive lesson",
        "isAccessibleForFree": True,
        "hasPart": [{"@type": "LearningResource", "name": lesson.title} for lesson in lessons],
    }
    if made.licence:
        place = _PLACES.get(made.licence)
        data["license"] = f"https://creativecommons.org/licenses/{place}/" if place else _CC0
    titles = [made.author, *(s.title for lesson in lessons for s in lesson.segments.all())]
    return About(made.title, " · ".join(filter(None, titles))[:300], language, data)
