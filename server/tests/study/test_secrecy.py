"""What a student's browser gets tells nothing of a key before the policy lets it go, whatever the student does.

A machine of random policies and actions (Hypothesis) plays one student with two tabs and watches every answer.
"""

from __future__ import annotations

import json
import uuid
from collections import Counter
from datetime import timedelta
from typing import Any, get_args

import pytest
from django.db import transaction
from django.test import Client
from django.utils import timezone
from hypothesis import HealthCheck, settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, initialize, invariant, rule, run_state_machine_as_test

from apps.assignments.models import Assignment
from apps.assignments.services import change_policy, close_now, freeze, open_again
from apps.lessons.models import Item, Lesson
from escuela_core.study.policy import Feedback

from ..conftest import StudentBrowser, make_lesson, was_shut

pytestmark = pytest.mark.django_db
PAUSES = range(6_500, 50_000, 5_000)
KINDS: dict[str, dict[str, Any]] = {
    "choice": {
        "options": [
            {"text": "two", "correct": False, "feedback": "Secret: choice two."},
            {"text": "six", "correct": True, "feedback": "Secret: choice six."},
            {"text": "oak", "correct": False},
        ]
    },
    "several": {"kind": "choice", "options": [{"text": t, "correct": t != "elm"} for t in ("ash", "elm", "fir")]},
    "true_false": {"answer": False},
    "gap": {"answers": ["Secret gap filling"]},
    "banked": {"kind": "gap", "answers": ["oak"], "bank": ["ash", "elm"]},
    "open": {"model_answer": "Secret: open model.", "criteria": [{"text": "Secret: open criterion.", "marks": 1}]},
    "match": {"pairs": [{"left": n, "right": f"{n} metres"} for n in ("one", "two", "three")]},
    "order": {"steps": ["rise", "rest", "fall"]},
    "groups": {"groups": [{"name": "up", "things": ["lark"]}, {"name": "down", "things": ["mole", "worm"]}]},
}
# What answers each item rightly and wrongly: words among those that the student sees, or a response as it is.
RIGHT: dict[str, Any] = {
    "choice": ["six"],
    "several": ["ash", "fir"],
    "true_false": {"truth": False},
    "gap": {"text": "secret gap filling"},
    "banked": {"text": "oak"},
    "open": {"text": "It rises."},
    "match": ["one metres", "two metres", "three metres"],
    "order": ["rise", "rest", "fall"],
    "groups": {"lark": "up", "mole": "down", "worm": "down"},
}
WRONG: dict[str, Any] = {
    "choice": ["two"],
    "several": ["elm", "fir"],
    "true_false": {"truth": True},
    "gap": {"text": "nothing"},
    "banked": {"text": "elm"},
    "open": {"text": "It falls."},
    "match": ["two metres", "three metres", "one metres"],
    "order": ["fall", "rise", "rest"],
    "groups": {"lark": "down", "mole": "up", "worm": "up"},
}
POLICIES = st.fixed_dictionaries(
    {
        "attempts": st.integers(1, 3),
        "feedback": st.sampled_from(get_args(Feedback)),
        "show_key": st.booleans(),
        "shuffle": st.booleans(),
    }
)


def response(question: dict[str, Any], wanted: Any) -> dict[str, Any]:
    """What a student sends who picks or arranges the words ``wanted`` among those shown."""
    if question["kind"] == "groups":
        return {"grouped": [question["targets"].index(wanted[thing]) for thing in question["options"]]}
    if isinstance(wanted, dict):
        return wanted
    key = "arranged" if question["kind"] in ("match", "order") else "chosen"
    return {key: [question["options"].index(text) for text in wanted]}


def every_kind(lesson: Lesson) -> dict[str, Item]:
    """One item of each kind, whose explanation says ``Secret: <kind>.``"""
    return {
        name: Item.objects.create(
            lesson=lesson,
            place=Item.Place.LESSON,
            position=n,
            content={"kind": name, "prompt": f"Which {name} ___?", "pause_ms": at_ms}
            | {"explanation": f"Secret: {name}."}
            | own,
        )
        for n, (at_ms, (name, own)) in enumerate(zip(PAUSES, KINDS.items(), strict=False))
    }


def given_out(lesson: Lesson, items: dict[str, Item], **policy: Any) -> Assignment:
    edition = freeze(lesson, list(items.values()))
    return Assignment.objects.create(owner=lesson.owner, edition=edition, name="x", **policy)


class Studying(RuleBasedStateMachine):
    lesson: Lesson
    items: dict[str, Item]

    @initialize(policy=POLICIES)
    def give_out(self, policy: dict[str, Any]) -> None:
        self.assignment = given_out(self.lesson, self.items, **policy)
        self.browser = StudentBrowser(self.assignment)
        self.second_tab = StudentBrowser(self.assignment, nickname=None)
        self.second_tab.client.cookies = self.browser.client.cookies
        self.names = {str(i.id): name for name, i in self.items.items()}
        self.shown: set[str] = set()
        self.finished = self.closed = self.all_in = False
        self.look()

    @property
    def speaks(self) -> bool:
        """Whether this student may be told now if an answer was right."""
        feedback = self.assignment.feedback
        return feedback == "at_once" or self.all_in or (feedback == "at_end" and self.finished)

    def look(self) -> None:
        """Load the lesson again."""
        answer = self.browser.client.get(self.browser.base)
        data = answer.json()
        self.questions = {self.names[q["id"]]: q for q in data["lesson"]["items"]}
        self.take(answer, data["student"]["items"])

    def take(self, answer: Any, told: list[dict[str, Any]]) -> None:
        """Whatever the server sent: keys are shown only when they may be, and stand nowhere else."""
        keyed = {self.names[p["item"]]: p for p in told if p["key"]}
        for p in keyed.values():
            assert self.assignment.show_key
            assert self.speaks
            assert p["done"], "a key was shown of an item that can still be answered"
        sent = answer.content.decode() + json.dumps(dict(answer.headers))
        for name in set(KINDS) - set(keyed):
            assert f"Secret: {name}" not in sent, f"something of {name} came without its key"
        assert '"correct":true' not in sent.replace(" ", "")
        assert "Secret gap" not in sent or "gap" in keyed or "secret gap filling" in sent
        self.shown |= set(keyed)

    def give(self, name: str, response: dict[str, Any], answer_id: str) -> Any:
        return self.browser.answer(self.items[name], response, answer_id)

    @rule(name=st.sampled_from(sorted(KINDS)), how=st.sampled_from(["right", "wrong", "not_sure"]))
    def answer(self, name: str, how: str) -> None:
        question = self.questions[name]
        given = (
            {"not_sure": True} if how == "not_sure" else response(question, (RIGHT if how == "right" else WRONG)[name])
        )
        if not self.speaks:
            self.same_whether_right_or_wrong(name)
        answered = self.give(name, given, str(uuid.uuid4()))
        assert answered.status_code in (200, 409), answered.content
        if answered.status_code == 200:
            assert name not in self.shown, "an answer was taken after its key was shown"
            assert not self.closed
            self.take(answered, [answered.json()])

    def same_whether_right_or_wrong(self, name: str) -> None:
        """In two worlds, one answer right and one wrong: everything that follows is the same, byte for byte."""
        ids = [str(uuid.uuid4()) for _ in range(2)]
        right, wrong = (response(self.questions[name], given[name]) for given in (RIGHT, WRONG))
        worlds = []
        for given in (right, wrong):
            with transaction.atomic():
                told = [self.give(name, given, ids[0]), self.browser.client.get(self.browser.base)]
                told.append(self.give(name, right, ids[1]))
                worlds.append([(t.status_code, _without_response(t.content), sorted(t.headers.items())) for t in told])
                transaction.set_rollback(True)
        assert [(s, c) for s, c, _ in worlds[0]] == [(s, c) for s, c, _ in worlds[1]]
        assert [[k for k, _ in h] for *_, h in worlds[0]] == [[k for k, _ in h] for *_, h in worlds[1]]

    @rule()
    def reload(self) -> None:
        self.look()

    @rule()
    def change_tabs(self) -> None:
        self.browser, self.second_tab = self.second_tab, self.browser

    @rule(to_ms=st.integers(1_000, 52_000))
    def play(self, to_ms: int) -> None:
        stretch = {"id": str(uuid.uuid4()), "start_ms": 0, "end_ms": to_ms, "wall_ms": to_ms}
        assert self.browser.post("played/", {"stretches": [stretch]}).status_code == 204

    @rule()
    def finish(self) -> None:
        answered = self.browser.post("finished/", {})
        self.finished = True
        self.take(answered, answered.json()["student"]["items"])

    @rule(long_ago=st.booleans())
    def close(self, long_ago: bool) -> None:
        close_now(self.assignment)
        if long_ago:
            was_shut(self.assignment, timedelta(hours=2))
        self.closed, self.all_in = True, long_ago

    @rule()
    def open_again(self) -> None:
        open_again(self.assignment)
        self.closed = self.all_in = False

    @rule(policy=POLICIES)
    def change_the_policy(self, policy: dict[str, Any]) -> None:
        change_policy(self.assignment, policy | {"shuffle": self.assignment.shuffle})

    @invariant()
    def nobody_else_is_told(self) -> None:
        if hasattr(self, "assignment"):
            assert "Secret" not in Client().get(self.browser.base).content.decode()


def _without_response(content: bytes) -> bytes:
    """The bytes of an answer without what the student themselves gave."""
    data = json.loads(content)
    for progress in (data.get("student") or {}).get("items", [data]):
        for given in progress.get("answers", []):
            given.pop("response")
    return json.dumps(data).encode()


def test_nothing_a_student_does_brings_a_key_out_early_or_an_answer_in_after_it(teacher) -> None:
    lesson = make_lesson(teacher)
    machine = type("Machine", (Studying,), {"lesson": lesson, "items": every_kind(lesson)})
    run_state_machine_as_test(
        machine,
        settings=settings(max_examples=40, stateful_step_count=12, suppress_health_check=list(HealthCheck)),
    )


def test_the_order_shown_tells_nothing(teacher) -> None:
    """Over many students every order comes up, the true one too, and none stands out."""
    lesson = make_lesson(teacher)
    assignment = given_out(lesson, every_kind(lesson), shuffle=True)
    counts = {name: Counter[tuple[str, ...]]() for name in ("choice", "several", "match", "order", "groups")}
    for number in range(120):
        for question in StudentBrowser(assignment, f"Student {number}").joined.json()["lesson"]["items"]:
            name = question["prompt"].split()[1]
            if name in counts:
                assert "order" not in question
                counts[name][tuple(question["options"])] += 1
    for orders in counts.values():
        assert len(orders) == 6
        # Chi-squared with five degrees of freedom passes 25.7 once in ten thousand runs.
        assert sum((count - 20) ** 2 / 20 for count in orders.values()) < 25.7


def test_a_student_cannot_work_out_the_order_from_what_they_hold(teacher) -> None:
    """The same items given out twice stand in different orders: it comes from a secret, not from their ids."""
    lesson = make_lesson(teacher)
    items = every_kind(lesson)
    seen = set()
    for number in range(12):
        lesson.title = f"Locks {number}"
        questions = StudentBrowser(given_out(lesson, items)).joined.json()["lesson"]["items"]
        seen.add(tuple(tuple(q["options"]) for q in questions if q["kind"] in ("match", "order", "groups")))
    assert len(seen) > 1


def test_what_was_seen_while_closed_is_not_answered_once_it_is_open_again(teacher) -> None:
    lesson = make_lesson(teacher)
    items = every_kind(lesson)
    assignment = given_out(lesson, items, closes_at=timezone.now() + timedelta(days=1))
    browser = StudentBrowser(assignment)
    was_shut(assignment, timedelta(hours=2))
    question = next(q for q in browser.get()["lesson"]["items"] if q["id"] == str(items["choice"].id))
    open_again(assignment)
    refused = browser.answer(items["choice"], response(question, RIGHT["choice"]))
    assert (refused.status_code, refused.json()["code"]) == (409, "key_shown")
