"""What a learning platform and Escuela say to each other: LTI 1.3 Core, Deep Linking 2.0, Assignment and Grade Services
2.0, Names and Role Provisioning Services 2.0 (1EdTech).

Here stand the messages alone, as JSON: who signs them, and how they travel, is the server's. Nothing is trusted: what a
platform says is text of bounded length, addresses are http(s), and what is not understood is passed over.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal
from urllib.parse import urlsplit

from escuela_core.errors import EscuelaError

CLAIM = "https://purl.imsglobal.org/spec/lti/claim/"
DEEP_LINKING = "https://purl.imsglobal.org/spec/lti-dl/claim/"
GRADES = "https://purl.imsglobal.org/spec/lti-ags/claim/endpoint"
ROSTER = "https://purl.imsglobal.org/spec/lti-nrps/claim/namesroleservice"
SCORE_SCOPE = "https://purl.imsglobal.org/spec/lti-ags/scope/score"
ROSTER_SCOPE = "https://purl.imsglobal.org/spec/lti-nrps/scope/contextmembership.readonly"
SCORE_TYPE = "application/vnd.ims.lis.v1.score+json"
ROSTER_TYPE = "application/vnd.ims.lti-nrps.v2.membershipcontainer+json"
VERSION = "1.3.0"
LONGEST, LONGEST_ADDRESS, LONGEST_DATA = 255, 2_000, 20_000
# The roles that a person has in the course itself, by the end of their names; a sub-role counts as its role.
_TEACHES = ("Instructor", "ContentDeveloper", "Administrator", "Mentor")
_ROLE = re.compile(r"^(?:http://purl\.imsglobal\.org/vocab/lis/v2/membership(?:/(?P<main>\w+))?#)?(?P<role>\w+)$")
_NEXT = re.compile(r"<([^<>]+)>\s*;[^,]*\brel=\"?next\"?", re.IGNORECASE)


class LaunchClaimError(EscuelaError):
    """A launch lacks a claim, or it says something else than the standard; ``claim`` names it."""

    code = "launch_claim"

    def __init__(self, claim: str) -> None:
        super().__init__(f"The platform's launch lacks something: “{claim}” is missing or wrong.", claim=claim)


@dataclass(frozen=True, slots=True)
class Choosing:
    """A platform asks what is to stand in its course; the answer goes to ``return_url``, with ``data`` unchanged."""

    return_url: str
    data: str
    takes_line_item: bool


@dataclass(frozen=True, slots=True)
class Launch:
    """One person opens something in a platform's course. ``link`` is empty while something is being chosen;
    ``line_item`` and ``roster_url`` where the platform takes marks and tells names."""

    kind: Literal["open", "choose"]
    deployment: str
    subject: str
    name: str
    teaches: bool
    course: str
    course_title: str
    link: str
    custom: Mapping[str, str]
    language: str
    line_item: str
    roster_url: str
    choosing: Choosing | None


@dataclass(frozen=True, slots=True)
class Person:
    """One member of a course, as the platform tells it."""

    subject: str
    name: str
    teaches: bool


def read_launch(claims: Mapping[str, Any]) -> Launch:
    """The claims of a launch whose signature was verified. Raises LaunchClaimError."""
    if claims.get(f"{CLAIM}version") != VERSION:
        raise LaunchClaimError("version")
    kinds: dict[Any, Literal["open", "choose"]] = {
        "LtiResourceLinkRequest": "open",
        "LtiDeepLinkingRequest": "choose",
    }
    said = claims.get(f"{CLAIM}message_type")
    kind = kinds.get(said) if isinstance(said, str) else None
    if kind is None:
        raise LaunchClaimError("message_type")
    roles = claims.get(f"{CLAIM}roles")
    if not isinstance(roles, list):
        raise LaunchClaimError("roles")
    course, link = _part(claims, f"{CLAIM}context"), _part(claims, f"{CLAIM}resource_link")
    if not _text(course.get("id")):
        raise LaunchClaimError("context")
    if kind == "open" and not _text(link.get("id")):
        raise LaunchClaimError("resource_link")
    custom = _part(claims, f"{CLAIM}custom")
    grades, roster = _part(claims, GRADES), _part(claims, ROSTER)
    scopes = grades.get("scope")
    takes_marks = isinstance(scopes, list) and SCORE_SCOPE in scopes
    return Launch(
        kind,
        _required(claims, f"{CLAIM}deployment_id", "deployment_id"),
        _required(claims, "sub", "sub"),
        _name(claims),
        _teaches(roles),
        _text(course["id"]),
        _text(course.get("title")) or _text(course.get("label")),
        _text(link.get("id")),
        {str(k)[:LONGEST]: _text(v) for k, v in list(custom.items())[:50]},
        _text(_part(claims, f"{CLAIM}launch_presentation").get("locale"))[:35],
        address(grades.get("lineitem")) if takes_marks else "",
        address(roster.get("context_memberships_url")),
        _choosing(claims) if kind == "choose" else None,
    )


def _choosing(claims: Mapping[str, Any]) -> Choosing:
    wanted = _part(claims, f"{DEEP_LINKING}deep_linking_settings")
    return_url, types = address(wanted.get("deep_link_return_url")), wanted.get("accept_types")
    if not return_url:
        raise LaunchClaimError("deep_link_return_url")
    if not isinstance(types, list) or "ltiResourceLink" not in types:
        raise LaunchClaimError("accept_types")
    data = wanted.get("data", "")
    if not isinstance(data, str) or len(data) > LONGEST_DATA:
        raise LaunchClaimError("data")
    return Choosing(return_url, data, wanted.get("accept_lineitem") is not False)


def address(value: object) -> str:
    """A web address as it was said; empty for anything else."""
    if not isinstance(value, str) or len(value) > LONGEST_ADDRESS:
        return ""
    try:
        parts = urlsplit(value)
        port = parts.port
    except ValueError:
        return ""
    clean = parts.scheme in ("http", "https") and parts.hostname and parts.username is None and port != 0
    return value if clean and not re.search(r"[\s\x00-\x1f<>\"]", value) else ""


def _part(claims: Mapping[str, Any], name: str) -> Mapping[str, Any]:
    found = claims.get(name)
    return found if isinstance(found, Mapping) else {}


def _text(value: object) -> str:
    """A short text or number as text."""
    if isinstance(value, bool) or not isinstance(value, str | int | float):
        return ""
    return str(value).replace("\x00", "").strip()[:LONGEST]


def _required(claims: Mapping[str, Any], name: str, called: str) -> str:
    """Whole or not at all: an id that was cut would be somebody else's."""
    value = claims.get(name)
    if not isinstance(value, str) or not value.strip() or len(value) > LONGEST or "\x00" in value:
        raise LaunchClaimError(called)
    return value


def _name(person: Mapping[str, Any]) -> str:
    parts = (_text(person.get("given_name")), _text(person.get("family_name")))
    return _text(person.get("name")) or " ".join(filter(None, parts))


def _teaches(roles: list[Any]) -> bool:
    """Whether one of ``roles`` is that of somebody who teaches the course; roles in the institution say nothing."""
    found = [_ROLE.match(r) for r in roles[:100] if isinstance(r, str)]
    return any(m is not None and (m["main"] or m["role"]) in _TEACHES for m in found)


def people_in(page: object) -> list[Person]:
    """The active members on one page of a course's list; what is not a person is passed over."""
    rows = page.get("members") if isinstance(page, Mapping) else None
    return list(_people(rows)) if isinstance(rows, list) else []


def _people(rows: list[Any]) -> Iterator[Person]:
    for row in rows:
        if not isinstance(row, Mapping) or row.get("status", "Active") != "Active":
            continue
        subject, roles = row.get("user_id"), row.get("roles")
        if isinstance(subject, str) and 0 < len(subject) <= LONGEST and "\x00" not in subject:
            yield Person(subject, _name(row), _teaches(roles) if isinstance(roles, list) else False)


def next_page(link_header: str) -> str:
    """The address of the next page of a list, from its ``Link`` header (RFC 8288); empty on the last one."""
    found = _NEXT.search(link_header[: 4 * LONGEST_ADDRESS])
    return address(found[1]) if found else ""


def content_item(*, url: str, title: str, assignment: str, most: float | None) -> dict[str, Any]:
    """A lesson as it is to stand in the platform's course; ``most`` marks where the platform may keep a column."""
    column = {"scoreMaximum": most, "label": title, "resourceId": assignment}
    return {
        "type": "ltiResourceLink",
        "title": title,
        "url": url,
        "custom": {"assignment": assignment},
        "iframe": {"width": 960, "height": 720},
        **({"lineItem": column} if most else {}),
    }


def chosen(launch_deployment: str, data: str, items: list[dict[str, Any]]) -> dict[str, Any]:
    """The claims with which what was chosen goes back to the platform."""
    return {
        f"{CLAIM}message_type": "LtiDeepLinkingResponse",
        f"{CLAIM}version": VERSION,
        f"{CLAIM}deployment_id": launch_deployment,
        f"{DEEP_LINKING}content_items": items,
        **({f"{DEEP_LINKING}data": data} if data else {}),
    }


def score(
    subject: str, at: datetime, *, marks: float | None, most: float, finished: bool, waiting: bool
) -> dict[str, Any]:
    """What is told of one learner's work; no ``marks`` where they may not be known yet. Somebody still marks while
    ``waiting``."""
    grading = "Pending" if marks is None else "PendingManual" if waiting else "FullyGraded"
    return {
        "userId": subject,
        "timestamp": at.isoformat(timespec="milliseconds"),
        "activityProgress": "Completed" if finished else "InProgress",
        "gradingProgress": grading,
        **({} if marks is None else {"scoreGiven": max(0.0, marks), "scoreMaximum": most}),
    }


def scores_address(line_item: str) -> str:
    """Where scores of a column go: its address with ``/scores`` before what stands behind the question mark."""
    path, mark, query = line_item.partition("?")
    return f"{path.rstrip('/')}/scores{mark}{query}"
