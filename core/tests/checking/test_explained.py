"""What an explanation says otherwise than the talk."""

import pytest
from conftest import spoken

from escuela_core.checking import check
from escuela_core.items import item_from_json

TALK = (
    "The chamber of the lock takes about six minutes to fill.",
    "Marta Olivares built the first gates of the lock in oak.",
    "The crew holds two ropes, one at the bow and one at the stern.",
)


def clashes(explanation: str, talk=TALK, language: str = "en") -> list[dict[str, str]]:
    item = item_from_json(
        {
            "kind": "choice",
            "prompt": "What is filled?" if language == "en" else "¿Qué se llena?",
            "options": [{"text": "the chamber", "correct": True}, {"text": "the stern", "correct": False}],
            "explanation": explanation,
        }
    )
    (report,) = check([item], spoken(talk, language=language))
    return [f.params for f in report.findings if f.code == "explanation_clashes"]


def test_a_number_that_the_talk_says_otherwise_is_named() -> None:
    assert clashes("The chamber of the lock takes nine minutes to fill.") == [
        {"said": "six minutes", "claimed": "nine minutes"}
    ]


@pytest.mark.parametrize(
    "explanation",
    [
        "",
        "The chamber takes about six minutes to fill.",
        "The recording says: “The chamber of the lock takes nine minutes to fill.”",
        "It is not nine minutes that the chamber takes to fill.",
        "Two fillings of the chamber take 12 minutes, since 2 times 6 is 12.",
        "Locks are found on many canals of the world.",
        "Yes.",
    ],
)
def test_what_agrees_is_quoted_denied_or_added_is_left_alone(explanation: str) -> None:
    assert clashes(explanation) == []


def test_numbers_are_compared_in_spanish_too() -> None:
    said = ("La cámara de la esclusa tarda unos seis minutos en llenarse.", "El agua entra sola.", "La barca sube.")
    assert clashes("La cámara de la esclusa tarda nueve minutos en llenarse.", said, "es")
