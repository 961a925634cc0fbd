import pytest

from escuela_core.segments.describing import key_terms, summary_of, summary_of_whole, title_of

LOCK = ["The lock chamber fills with water.", "The lock gates are heavy.", "A lock lifts the boat."]
KNOT = ["The bowline is a knot.", "A knot weakens the rope.", "This knot holds the rope on wet decks."]


def test_terms_are_what_is_said_here_and_not_elsewhere() -> None:
    lock, knot = key_terms([LOCK, KNOT], "en")
    assert any("lock" in t for t in lock)
    assert any("knot" in t or "rope" in t for t in knot)
    assert not {w for t in lock for w in t.split()} & {w for t in knot for w in t.split()}


def test_terms_share_no_word_and_are_few() -> None:
    terms = key_terms([LOCK * 3], "en")[0]
    words = [w for t in terms for w in t.split()]
    assert len(words) == len(set(words))
    assert len(terms) <= 6


@pytest.mark.parametrize(
    ("terms", "title"),
    [
        (["lock gates", "water"], "lock gates and water"),
        (["one two three", "four five six"], "one two three"),
        (["Olivares"], "Olivares"),
        ([], "The lock chamber fills with"),
    ],
)
def test_a_title_of_terms_is_short(terms: list[str], title: str) -> None:
    assert title_of(LOCK, terms, "en") == title


def test_a_summary_can_stand_alone_and_names_the_terms() -> None:
    texts = [
        "It is heavy and old and stands in the harbour.",
        "Why is that?",
        "The lock gates are made of oak and steel.",
    ]
    assert summary_of(texts, ["lock gates", "oak"]) == texts[2]


def test_a_segment_of_one_sentence_is_its_own_summary() -> None:
    assert summary_of(["And so it ends."], []) == "And so it ends."


def test_the_whole_is_summed_up_by_the_parts_that_name_most_each_once() -> None:
    parts = [
        ("Welcome to the harbour.", ["harbour"]),
        ("A lock lifts the boat between two gates.", ["lock", "gates"]),
        ("The lock and its gates are made of oak.", ["lock", "oak"]),
        ("The fare costs three coins.", ["fare"]),
        ("", ["nothing"]),
    ]
    assert summary_of_whole(parts, longest=1) == [parts[2][0]]
    assert summary_of_whole(parts, longest=2) == [parts[0][0], parts[2][0]]
    assert summary_of_whole(parts) == [p[0] for p in parts if p[0]]
    assert summary_of_whole([]) == []


def test_spanish_has_its_nouns_as_they_are_said_and_its_own_and() -> None:
    texts = [
        "Empecemos por el glaciar.",
        "El glaciar de Tresluna baja despacio.",
        "Imaginemos que el glaciar de Tresluna cede.",
    ]
    [terms] = key_terms([texts], "es")
    assert sorted(terms) == ["Tresluna", "glaciar"]
    assert title_of(texts, ["glaciar", "Tresluna"], "es") == "glaciar y Tresluna"
