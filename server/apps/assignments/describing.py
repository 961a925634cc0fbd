"""What the page of an open lesson tells of itself to those who list links."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest

from apps.accounts import limits
from apps.assignments.models import Assignment
from config.about import About
from config.client import address_of


def described(request: HttpRequest, code: str, link: str) -> About | None:
    """The title and description of the lesson under ``code``; None for what is not open to everybody.

    Counted as any look at a code is, so that nobody finds lessons by trying; by itself, since the page asks again.
    """
    who = address_of(request)
    try:
        limits.require(limits.WRONG_PAGES_FROM, who)
        found = Assignment.objects.select_related("edition").filter(code=code.lower()).first()
        if found is None:
            limits.count(limits.WRONG_PAGES_FROM, who)
    except limits.TooManyError:
        return None
    if found is None:
        return None
    # A class's lesson is its own.
    if found.school_class_id is not None:
        return None
    content = found.edition.content
    parts = " · ".join(s["title"] for s in content["segments"])[:300]
    return About(content["title"], parts, content["language"], _learning_resource(content, link))


def _learning_resource(content: dict[str, Any], link: str) -> dict[str, Any]:
    return {
        "@type": "LearningResource",
        "name": content["title"],
        "inLanguage": content["language"],
        "url": link,
        "learningResourceType": "interactive lesson",
        "interactivityType": "active",
        "isAccessibleForFree": True,
        "video": {
            "@type": "VideoObject",
            "name": content["title"],
            "inLanguage": content["language"],
            "duration": f"PT{(content['end_ms'] - content['start_ms']) // 1000}S",
            "url": link,
            "hasPart": [
                {
                    "@type": "Clip",
                    "name": s["title"],
                    "startOffset": s["start_ms"] // 1000,
                    "endOffset": -(-s["end_ms"] // 1000),
                    "url": f"{link}#t={s['start_ms'] // 1000}",
                }
                for s in content["segments"]
            ],
        },
    }
