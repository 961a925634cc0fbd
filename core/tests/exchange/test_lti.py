"""What a learning platform says and is told: every claim as the standards have it, and nothing believed that is not."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from escuela_core.exchange.lti import (
    CLAIM,
    DEEP_LINKING,
    GRADES,
    ROSTER,
    SCORE_SCOPE,
    LaunchClaimError,
    address,
    chosen,
    content_item,
    next_page,
    people_in,
    read_launch,
    score,
    scores_address,
)
from escuela_core.exchange.lti_registering import TOOL, read_platform, read_registered, tool

MEMBERSHIP = "http://purl.imsglobal.org/vocab/lis/v2/membership"
OPENS = {
    "sub": "s-1",
    "name": "Ana Ruiz",
    f"{CLAIM}version": "1.3.0",
    f"{CLAIM}message_type": "LtiResourceLinkRequest",
    f"{CLAIM}deployment_id": "1",
    f"{CLAIM}roles": [f"{MEMBERSHIP}#Learner"],
    f"{CLAIM}context": {"id": "c-7", "title": "Boats"},
    f"{CLAIM}resource_link": {"id": "l-1"},
    f"{CLAIM}custom": {"assignment": "a-1"},
    GRADES: {"scope": [SCORE_SCOPE], "lineitem": "https://campus.example/columns/1"},
    ROSTER: {"context_memberships_url": "https://campus.example/members"},
}
CHOOSES = OPENS | {
    f"{CLAIM}message_type": "LtiDeepLinkingRequest",
    f"{DEEP_LINKING}deep_linking_settings": {
        "deep_link_return_url": "https://campus.example/return",
        "accept_types": ["link", "ltiResourceLink"],
        "data": "x",
    },
}


def test_a_launch_says_who_opens_what() -> None:
    launch = read_launch(OPENS)
    assert (launch.kind, launch.subject, launch.name, launch.teaches) == ("open", "s-1", "Ana Ruiz", False)
    assert (launch.course, launch.course_title, launch.link) == ("c-7", "Boats", "l-1")
    assert launch.custom["assignment"] == "a-1"
    assert launch.line_item == "https://campus.example/columns/1"
    assert launch.roster_url == "https://campus.example/members"


def test_choosing_says_where_the_choice_goes() -> None:
    choosing = read_launch(CHOOSES).choosing
    assert choosing is not None
    assert (choosing.return_url, choosing.data, choosing.takes_line_item) == (
        "https://campus.example/return",
        "x",
        True,
    )


@pytest.mark.parametrize(
    ("name", "value", "claim"),
    [
        (f"{CLAIM}version", "1.1", "version"),
        (f"{CLAIM}message_type", ["LtiResourceLinkRequest"], "message_type"),
        (f"{CLAIM}roles", "Learner", "roles"),
        (f"{CLAIM}context", {}, "context"),
        (f"{CLAIM}resource_link", None, "resource_link"),
        (f"{CLAIM}deployment_id", "", "deployment_id"),
        ("sub", "s" * 256, "sub"),
        ("sub", "a\x00b", "sub"),
    ],
)
def test_a_launch_that_lacks_something_names_it(name: str, value: Any, claim: str) -> None:
    with pytest.raises(LaunchClaimError) as caught:
        read_launch(OPENS | {name: value})
    assert caught.value.params == {"claim": claim}


@pytest.mark.parametrize(
    ("name", "value"),
    [
        ("deep_link_return_url", "javascript:alert(1)"),
        ("deep_link_return_url", None),
        ("accept_types", ["file"]),
        ("data", 7),
    ],
)
def test_a_choice_that_could_not_go_back_is_not_begun(name: str, value: Any) -> None:
    settings = CHOOSES[f"{DEEP_LINKING}deep_linking_settings"] | {name: value}  # type: ignore[operator]
    with pytest.raises(LaunchClaimError):
        read_launch(CHOOSES | {f"{DEEP_LINKING}deep_linking_settings": settings})


@pytest.mark.parametrize(
    ("roles", "teaches"),
    [
        ([f"{MEMBERSHIP}#Instructor"], True),
        ([f"{MEMBERSHIP}/Instructor#TeachingAssistant"], True),
        ([f"{MEMBERSHIP}#ContentDeveloper", f"{MEMBERSHIP}#Learner"], True),
        (["Instructor"], True),
        ([f"{MEMBERSHIP}#Learner"], False),
        ([f"{MEMBERSHIP}/Learner#Instructor"], False),
        (["http://purl.imsglobal.org/vocab/lis/v2/institution/person#Instructor"], False),
        (["http://purl.imsglobal.org/vocab/lis/v2/system/person#Administrator"], False),
        (["https://elsewhere.example/membership#Instructor", 7, None], False),
        ([], False),
    ],
)
def test_who_teaches_the_course_teaches_it_there(roles: list[Any], teaches: bool) -> None:
    assert read_launch(OPENS | {f"{CLAIM}roles": roles}).teaches is teaches


def test_no_column_without_the_right_to_tell_marks() -> None:
    assert read_launch(OPENS | {GRADES: {"scope": [], "lineitem": "https://campus.example/1"}}).line_item == ""
    assert read_launch(OPENS | {GRADES: {"scope": [SCORE_SCOPE], "lineitem": "ftp://campus.example/1"}}).line_item == ""


ANY = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats() | st.text(max_size=8),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=8), inner, max_size=3),
    max_leaves=6,
)


@given(st.dictionaries(st.sampled_from(sorted({*CHOOSES, "given_name"})), ANY, max_size=6), st.booleans())
def test_whatever_is_said_is_a_launch_or_a_sentence(said: dict[str, Any], chooses: bool) -> None:
    try:
        launch = read_launch((CHOOSES if chooses else OPENS) | said)
    except LaunchClaimError:
        return
    assert launch.subject
    assert launch.course
    assert all(len(v) <= 255 for v in (launch.name, launch.course_title, launch.link, *launch.custom.values()))


@given(ANY)
def test_whatever_a_list_holds_people_are_read_from_it(page: Any) -> None:
    assert people_in(page) == []
    assert people_in({"members": page}) == []


def test_people_are_those_who_are_there() -> None:
    page = {
        "members": [
            {"user_id": "1", "given_name": "Bo", "family_name": "Lind", "roles": [f"{MEMBERSHIP}#Learner"]},
            {"user_id": "2", "name": "Cy", "status": "Inactive", "roles": []},
            {"user_id": "3", "name": "Edda", "status": "Active", "roles": ["Instructor"]},
            {"name": "nobody"},
        ]
    }
    assert [(p.subject, p.name, p.teaches) for p in people_in(page)] == [("1", "Bo Lind", False), ("3", "Edda", True)]


@pytest.mark.parametrize(
    ("header", "found"),
    [
        ('<https://c.example/m?p=2>; rel="next"', "https://c.example/m?p=2"),
        ('<https://c.example/m?p=1>; rel="prev", <https://c.example/m?p=3>; rel=next', "https://c.example/m?p=3"),
        ('<https://c.example/m?p=1>; rel="differences"', ""),
        ('<javascript:x>; rel="next"', ""),
        ("", ""),
    ],
)
def test_the_next_page_of_a_list(header: str, found: str) -> None:
    assert next_page(header) == found


@pytest.mark.parametrize(
    "bad", ["", "/x", "http://", "http://a:0", "http://u:p@a", "http://a/\nb", 'http://a/"', 7, None]
)
def test_what_is_no_address_is_none(bad: object) -> None:
    assert address(bad) == ""


def test_a_lesson_on_its_way_to_the_course() -> None:
    item = content_item(url="https://e.example/launch", title="Locks", assignment="a-1", most=4)
    assert item["lineItem"] == {"scoreMaximum": 4, "label": "Locks", "resourceId": "a-1"}
    assert "lineItem" not in content_item(url="https://e.example/launch", title="Locks", assignment="a-1", most=None)
    said = chosen("1", "x", [item])
    assert said[f"{DEEP_LINKING}content_items"] == [item]
    assert said[f"{DEEP_LINKING}data"] == "x"
    assert f"{DEEP_LINKING}data" not in chosen("1", "", [])


def test_a_score_says_how_far_the_work_is() -> None:
    at = datetime(2026, 3, 1, 9, 30, tzinfo=UTC)
    done = score("s-1", at, marks=3.5, most=4, finished=True, waiting=False)
    assert done == {
        "userId": "s-1",
        "timestamp": "2026-03-01T09:30:00.000+00:00",
        "activityProgress": "Completed",
        "gradingProgress": "FullyGraded",
        "scoreGiven": 3.5,
        "scoreMaximum": 4,
    }
    hidden = score("s-1", at, marks=None, most=4, finished=False, waiting=True)
    assert "scoreGiven" not in hidden
    assert (hidden["activityProgress"], hidden["gradingProgress"]) == ("InProgress", "Pending")
    assert score("s-1", at, marks=-1, most=4, finished=True, waiting=True)["scoreGiven"] == 0


def test_scores_go_beside_their_column() -> None:
    assert scores_address("https://c.example/columns/1?type=x") == "https://c.example/columns/1/scores?type=x"
    assert scores_address("https://c.example/columns/1/") == "https://c.example/columns/1/scores"


SAYS = {
    "issuer": "https://campus.example",
    "authorization_endpoint": "https://campus.example/auth",
    "token_endpoint": "https://campus.example/token",
    "jwks_uri": "https://keys.example/campus",
    "registration_endpoint": "https://campus.example/register",
}


def test_a_platform_says_of_itself_what_is_needed() -> None:
    known = read_platform(SAYS, "https://campus.example/.well-known/openid-configuration")
    assert (known.issuer, known.keys_url) == ("https://campus.example", "https://keys.example/campus")


@pytest.mark.parametrize("missing", sorted(SAYS))
def test_a_platform_that_lacks_something_names_it(missing: str) -> None:
    with pytest.raises(LaunchClaimError) as caught:
        read_platform({k: v for k, v in SAYS.items() if k != missing}, "https://campus.example/x")
    assert caught.value.params == {"claim": missing}


@pytest.mark.parametrize("read_at", ["https://elsewhere.example/x", "https://campus.example.elsewhere.example/x", ""])
def test_a_platform_speaks_for_its_own_site_alone(read_at: str) -> None:
    with pytest.raises(LaunchClaimError):
        read_platform(SAYS, read_at)


def test_the_platform_is_told_where_launches_go_and_answers_with_an_id() -> None:
    said = tool(login="https://e.example/l", launch="https://e.example/g", keys="https://e.example/k")
    assert (said["initiate_login_uri"], said["redirect_uris"]) == ("https://e.example/l", ["https://e.example/g"])
    assert said[TOOL]["domain"] == "e.example"
    assert read_registered(said | {"client_id": "c-1"}) == "c-1"
    for wrong in (None, {}, {"client_id": ""}, {"client_id": 7}, {"client_id": "c" * 256}):
        with pytest.raises(LaunchClaimError):
            read_registered(wrong)
