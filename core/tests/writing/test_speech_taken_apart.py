"""What was said in the manner of speech, brought forward or taken back, and what is asked of it."""

from __future__ import annotations

import pytest
from conftest import spoken

from escuela_core.writing.forms import Draft, drafts
from escuela_core.writing.talk import talk_of


def made(*said: str) -> list[Draft]:
    return [draft for _, draft in drafts(talk_of(spoken(said).sentences), 0)]


def asked(*said: str) -> dict[str, str]:
    """The prompts of the open and gapped drafts, each with its key."""
    return {d.item.asked: (d.item.key_texts or ("",))[0] for d in made(*said)}


@pytest.mark.parametrize(
    ("said", "prompt", "key"),
    [
        (
            ("So what you don't want to do is drag the slider, because that moves everything.",),
            "Why should you not drag the slider?",
            "Because that moves everything.",
        ),
        (
            ("You keep it in its box, since the light fades it.",),
            "Why does the speaker say “you keep it in its box”?",
            "Since the light fades it.",
        ),
        (
            ("Down the sink with lots of water, because once it's been out it's weaker.",),
            "Why does the speaker say “down the sink with lots of water”?",
            "Because once it's been out it's weaker.",
        ),
        (
            (
                "I'm rinsing it twice with the acid, not with water.",
                "Why not water?",
                "Because water dilutes the acid.",
            ),
            "Why does the speaker say “I'm rinsing it twice with the acid, not with water”?",
            "Because water dilutes the acid.",
        ),
        (
            ("The numbers begin at the top, so you read downwards.",),
            "Why should you read downwards?",
            "Because the numbers begin at the top.",
        ),
        (
            ("If your feather's at zero you get a hard edge and everybody can tell.",),
            "What happens if your feather is at zero?",
            "You get a hard edge.",
        ),
        (
            ("And where they cross, that's the equilibrium.", "It just means nobody has a reason to change."),
            "What does the equilibrium mean?",
            "Nobody has a reason to change.",
        ),
        (
            (
                "What's the difference between demand and quantity demanded?",
                "And it's a good question.",
                "Quantity demanded is a point on the curve.",
                "Demand is the whole curve.",
            ),
            "What's the difference between demand and quantity demanded?",
            "Quantity demanded is a point on the curve, demand is the whole curve.",
        ),
        (
            ("In winter it's more like fifteen, because the cold slows the chemistry down.",),
            "Why does the speaker say “in winter it's more like fifteen”?",
            "Because the cold slows the chemistry down.",
        ),
        (
            ("When it gets loud you push your chin forward, and that closes the throat.",),
            "What do you do “when it gets loud”?",
            "Push your chin forward.",
        ),
        (("If it's swollen you do not fly.",), "What should you do “if it's swollen”?", "Do not fly."),
        (
            ("In most of Europe you can't go above a hundred and twenty metres.",),
            "In most of Europe you can't go above ___ metres.",
            "a hundred and twenty",
        ),
        (("Three drops of iodine.",), "Complete what is said: “___ drops of iodine.”", "Three"),
        (
            ("You take the first reading away from the second.", "That's called the titre."),
            "Complete what is said: “You take the first reading away from the second. That's called the ___.”",
            "titre",
        ),
    ],
)
def test_what_is_asked(said: tuple[str, ...], prompt: str, key: str) -> None:
    assert asked(*said).get(prompt, "").lower() == key.lower()


@pytest.mark.parametrize(
    ("said", "never"),
    [
        # The reason goes with what stands behind the "so", and not with what was only meant to be.
        (("The lid is off, so you can see the steam.",), "Why"),
        # That something is fine is little to ask for.
        (("If the leaves are moving, that's fine.",), "What happens"),
        # "Why a hiss?" is not asked of what was said of something else.
        (("Out on a hiss for eight.", "Next week we'll do twelve.", "Why a hiss?", "Because it resists."), "twelve”?"),
        # A time is no reason.
        (("I use the other format since the update came out.",), "Why"),
        # A condition behind a comma is that of what comes next.
        (("Bread and butter are complements, if bread goes up, you need less butter.",), "If bread goes up, bread"),
        # "It" goes on with what the "it" before meant.
        (("It's colourless because we're in acid.", "It goes pink above a pH of about eight."), "Acid goes"),
        # Named before, and meant again.
        (("Now exposure, I'm going to bring it down, about one stop.",), "Exposure"),
        # What the speaker does with the hands is seen.
        (("So I click select sky.",), "The speaker clicks select sky."),
        (("If it smells of eggs, there's hydrogen, which means something's rusting inside.",), "mean by “if"),
    ],
)
def test_what_is_never_said(said: tuple[str, ...], never: str) -> None:
    assert not [prompt for prompt in asked(*said) if never in prompt]


def test_what_is_taken_back_in_the_next_sentence_teaches_nothing() -> None:
    said = (
        "I bring it down by one stop and a half.",
        "No, one and a half's too much.",
        "The feather softens the edge.",
    )
    talk = talk_of(spoken(said).sentences)
    likely = dict(zip(talk.said_in, talk.teaching, strict=True))
    assert likely[0] == 0
    assert likely[2] > 0
    wrong = talk_of(spoken(("If somebody walks under it, move sideways.", "Ah no, sorry, that's wrong.")).sentences)
    assert wrong.teaching[0] == 0
    # Another "no" takes nothing back.
    other = talk_of(spoken(("The valve opens at one bar.", "No, nobody has asked yet.")).sentences)
    assert min(other.teaching) > 0
