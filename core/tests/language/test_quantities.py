import pytest

from escuela_core.language.quantities import is_unit, quantities


def first(text: str):
    return quantities(text)[0]


@pytest.mark.parametrize(
    ("text", "low", "high", "dimension"),
    [
        ("six minutes", 360, 360, "time"),
        ("6 mins", 360, 360, "time"),
        ("a quarter of an hour", 900, 900, "time"),
        ("half an hour", 1800, 1800, "time"),
        ("1,200 revs", 1200, 1200, ""),
        ("two hundred and five bars", 205, 205, ""),
        ("twenty-one", 21, 21, ""),
        ("3.5 kg", 3.5, 3.5, "mass"),
        ("three hundred grams", 0.3, 0.3, "mass"),
        ("a thousand people", 1000, 1000, ""),
        ("three million", 3_000_000, 3_000_000, ""),
        ("1,200 to 1,800 revs", 1200, 1800, ""),
        ("between five and nine degrees", 5, 9, "angle"),
        ("forty percent", 0.4, 0.4, "share"),
        ("2 point five litres", 2, 2, ""),
        ("two point five litres", 2.5, 2.5, "volume"),
        ("a dozen eggs", 12, 12, ""),
    ],
)
def test_numbers_and_units_are_read(text: str, low: float, high: float, dimension: str) -> None:
    quantity = first(text)
    assert quantity.low == pytest.approx(low)
    assert quantity.high == pytest.approx(high)
    assert quantity.dimension == dimension


def test_what_the_speaker_takes_back_does_not_count() -> None:
    assert [q.text for q in quantities("with four, hang on, let me count, six screws")] == ["six"]
    assert [q.text for q in quantities("it lasted four, no, nine seconds")] == ["nine seconds"]


def test_two_numbers_in_a_row_of_facts_both_count() -> None:
    assert [q.low for q in quantities("seven gates and nine paddles")] == [7, 9]


def test_one_is_a_pronoun_unless_it_counts_a_unit() -> None:
    assert quantities("this one is better") == []
    assert first("one metre").low == 1


def test_ordinals_rank() -> None:
    assert first("the fourth gate").ordinal
    assert first("the 21st of May").ordinal


@pytest.mark.parametrize(
    ("a", "b", "agree"),
    [
        ("six minutes", "360 seconds", True),
        ("about ten kilos", "about 10.5 kg", True),
        ("six minutes", "four minutes", False),
        ("half a metre", "50 cm", True),
        ("5 to 9 degrees", "7 degrees", True),
        ("two hours", "two kilometres", False),
    ],
)
def test_values_are_compared_in_one_base(a: str, b: str, agree: bool) -> None:
    mine, theirs = first(a), first(b)
    assert (mine.comparable(theirs) and mine.agrees(theirs)) is agree


def test_different_things_counted_are_not_comparable() -> None:
    assert not first("six screws").comparable(first("four bolts"))


@pytest.mark.parametrize("text", ["", "no numbers here", "12:30", "1.2.3", "…", "-"])
def test_what_is_no_quantity_is_left_alone(text: str) -> None:
    assert quantities(text) == []


def test_units_are_known_in_the_plural() -> None:
    assert is_unit("inches")
    assert not is_unit("boats")
