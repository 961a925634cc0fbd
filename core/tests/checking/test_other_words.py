"""What speaks against an item's other wordings, and what does not."""

from __future__ import annotations

import pytest

from escuela_core.checking.other_words import doubts, other_words_findings
from escuela_core.items import Gap
from escuela_core.items.rewording import Line, with_wording


@pytest.mark.parametrize(
    ("original", "text", "tag", "expected"),
    [
        ("It takes six minutes.", "Tarda 6 minutos.", "es", []),
        ("It takes six minutes.", "Tarda siete minutos.", "es", ["missing six minutes", "added siete minutos"]),
        ("One boat waits.", "El barco espera.", "es", []),
        ("Why did Marta Olivares build it?", "¿Por qué lo construyó Marta Olivares?", "es", []),
        ("Why did Marta Olivares build it?", "¿Por qué lo construyó?", "es", ["missing Marta, Olivares"]),
        ("It goes to London on Monday.", "Va a Londres el lunes.", "es", []),
        ("A ___ falls.", "Cae una piedra.", "es", ["gap"]),
        ("Fill it with 20 litres.", "Fülle 20 Liter ein.", "de", []),
        ("Fill it with 20 litres.", "Fülle 30 Liter ein.", "de", ["missing 20", "added 30"]),
        ("It takes about 40 percent of it.", "It takes 40 % of it.", "plain", []),
        ("It takes six minutes.", "", "es", []),
    ],
)
def test_numbers_names_and_gaps_are_compared(original: str, text: str, tag: str, expected: list[str]) -> None:
    line = Line("prompt", original, text, original)
    assert [f"{d.code} {d.words}".strip() for d in doubts(line, "en", tag)] == expected


def test_what_was_written_for_other_words_is_stale() -> None:
    assert [d.code for d in doubts(Line("prompt", "New words.", "Palabras.", "Old words."), "en", "es")] == ["stale"]


def test_an_item_with_a_lost_gap_is_not_shared_before_that_is_put_right() -> None:
    gap = Gap(prompt="It takes ___ minutes.", answers=("six",))
    good = with_wording(gap, "es", {"prompt": "Tarda ___ minutos.", "answers[0]": "seis"})
    assert other_words_findings(good, "en") == []
    lost = with_wording(good, "es", {"prompt": "Tarda mucho."})
    assert [(f.code, f.severity) for f in other_words_findings(lost, "en")] == [("wording_gap", "error")]
