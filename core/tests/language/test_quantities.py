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
        ("a hundred and twenty-eight", 128, 128, ""),
        ("a hundred and twenty million rods", 120_000_000, 120_000_000, ""),
        ("a thousand two hundred", 1200, 1200, ""),
        ("between six and nine thousand", 6000, 9000, ""),
        ("one sixteenth of it", 1 / 16, 1 / 16, "share"),
        ("it takes an hour", 3600, 3600, "time"),
        ("a fortnight", 1_209_600, 1_209_600, "time"),
        ("two and a half hours", 9000, 9000, "time"),
        ("an hour and a half", 5400, 5400, "time"),
        ("an hour and ten minutes", 4200, 4200, "time"),
        ("three quarters of an hour", 2700, 2700, "time"),
        ("two thirds of the light", 2 / 3, 2 / 3, "share"),
        ("nine tenths of it", 0.9, 0.9, "share"),
        ("one in ten", 0.1, 0.1, "share"),
        ("four out of every ten thousand", 0.0004, 0.0004, "share"),
        ("one and a half", 1.5, 1.5, ""),
        ("minus forty-two degrees", -42, -42, "angle"),
        ("-42 °C", -42, -42, "angle"),
        ("in nineteen seventy-two", 1972, 1972, ""),
        ("the 1830s", 1830, 1830, ""),
        ("twice a day", 2 / 86_400, 2 / 86_400, "rate"),
        ("three times as much", 3, 3, ""),
        ("a couple of days", 172_800, 172_800, "time"),
        ("twenty past ten", 620, 620, "clock"),
        ("a quarter to five", 285, 285, "clock"),
        ("ten minutes to five", 290, 290, "clock"),
        ("ten to fifteen", 10, 15, ""),
        ("12:30", 30, 30, "clock"),
        ("7 p.m.", 1140, 1140, "clock"),
        ("9.30 am", 570, 570, "clock"),
        ("seven in the evening", 1140, 1140, "clock"),
        ("four o'clock", 240, 240, "clock"),
        ("midnight", 0, 0, "clock"),
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
    assert first("on the twenty-first day").equals(first("on the 21st day"))


@pytest.mark.parametrize(
    ("a", "b", "agree"),
    [
        ("six minutes", "360 seconds", True),
        ("about ten kilos", "about 10.5 kg", True),
        ("six minutes", "four minutes", False),
        ("half a metre", "50 cm", True),
        ("5 to 9 degrees", "7 degrees", True),
        ("two hours", "two kilometres", False),
        ("90 percent", "nine tenths", True),
        ("50 %", "half of it", True),
        ("15 minutes", "a quarter of an hour", True),
        ("7:30 pm", "half past seven", True),
        ("7:30 pm", "half past seven in the morning", False),
        ("minus two degrees", "two degrees", False),
    ],
)
def test_values_are_compared_in_one_base(a: str, b: str, agree: bool) -> None:
    mine, theirs = first(a), first(b)
    assert (mine.comparable(theirs) and mine.agrees(theirs)) is agree


def test_different_things_counted_are_not_comparable() -> None:
    assert not first("six screws").comparable(first("four bolts"))


@pytest.mark.parametrize("text", ["", "no numbers here", "1.2.3", "…", "-", "a third one", "25:70"])
def test_what_is_no_quantity_is_left_alone(text: str) -> None:
    assert quantities(text) == []


def test_units_are_known_in_the_plural() -> None:
    assert is_unit("inches")
    assert not is_unit("boats")


def test_a_bare_number_is_compared_as_it_was_said() -> None:
    assert first("15").agrees(first("15 minutes"))
    assert first("15").equals(first("15 minutes"))
    assert not first("15 hours").equals(first("15 minutes"))


def test_how_often_is_not_how_many() -> None:
    assert not first("twice as long").comparable(first("two boats"))


@pytest.mark.parametrize(
    ("text", "low", "dimension"),
    [
        ("treinta y dos grados", 32, "angle"),
        ("unos nueve días", 777_600, "time"),
        ("unas nueve semanas, no, qué digo, unos nueve días", 777_600, "time"),
        ("tres cuartos de hora", 2_700, "time"),
        ("una hora y media", 5_400, "time"),
        ("dura una hora", 3_600, "time"),
        ("dos tercios del agua", 2 / 3, "share"),
        ("el 97 por ciento", 0.97, "share"),
        ("1.200 metros", 1_200, "length"),
        ("3,5 litros", 3.5, "volume"),
        ("dos mil quinientos años", 2_500, "years"),
        ("trescientas veintiuna gotas", 321, ""),
        ("un millón", 1_000_000, ""),
        ("dos millones doscientos mil", 2_200_000, ""),
        ("mil millones", 1_000_000_000, ""),
        ("un tres por ciento", 0.03, "share"),
        ("entre cinco y nueve", 5, ""),
    ],
)
def test_spanish_says_its_numbers_too(text: str, low: float, dimension: str) -> None:
    [found] = quantities(text, "es")
    assert (found.low, found.dimension) == (pytest.approx(low), dimension)


@pytest.mark.parametrize("text", ["cada una", "un barco", "once a day it rains"[5:], "12.5.3"])
def test_what_is_no_spanish_number_is_left_alone(text: str) -> None:
    assert quantities(text, "es") == []


@pytest.mark.parametrize(
    ("one", "other", "language"),
    [
        ("once a month", "twelve times a year", "en"),
        ("three times per day", "3 times a day", "en"),
        ("una vez al mes", "doce veces al año", "es"),
        ("dos veces por semana", "2 veces a la semana", "es"),
    ],
)
def test_how_often_is_a_rate_whatever_the_stretch_of_time(one, other, language) -> None:
    (a,), (b,) = quantities(f"It happens {one}.", language), quantities(f"It happens {other}.", language)
    assert (a.dimension, a.sort) == ("rate", "times")
    assert a.agrees(b)


@pytest.mark.parametrize(
    ("text", "language"), [("Once the gates are shut, we wait.", "en"), ("Una vez cerrada, se espera.", "es")]
)
def test_once_alone_is_when_and_not_how_often(text, language) -> None:
    assert quantities(text, language) == []


def test_another_rate_clashes_and_a_bare_count_is_compared_as_said() -> None:
    (monthly,), (yearly,) = quantities("once a month"), quantities("once a year")
    assert monthly.comparable(yearly)
    assert not monthly.agrees(yearly)
    (bare,) = quantities("It turns three times.")
    assert bare.agrees(quantities("It turns three times a second.")[0])


@pytest.mark.parametrize(
    ("text", "day", "language"),
    [
        ("on the third of May, 1952", 3, "en"),
        ("On 3 May", 3, "en"),
        ("May 3rd", 3, "en"),
        ("March the 21st", 21, "en"),
        ("the twenty-third of june", 23, "en"),
        ("the thirtieth of March", 30, "en"),
        ("el 3 de mayo", 3, "es"),
        ("el veintiuno de marzo", 21, "es"),
        ("el primero de junio", 1, "es"),
    ],
)
def test_the_day_of_a_month_is_a_rank_however_it_is_said(text, day, language) -> None:
    first = quantities(text, language)[0]
    assert (first.low, first.sort) == (day, "rank")


@pytest.mark.parametrize("text", ["You may 3 times.", "They march 2 miles.", "In May 1952.", "June has 30 days."])
def test_a_month_beside_a_number_is_not_always_a_date(text) -> None:
    assert all(q.sort != "rank" for q in quantities(text))


def test_another_day_of_the_month_clashes() -> None:
    (said,), (claimed,) = quantities("the third of May"), quantities("13 May")
    assert said.comparable(claimed)
    assert not said.agrees(claimed)
