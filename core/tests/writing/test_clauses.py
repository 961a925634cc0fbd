import pytest

from escuela_core.language.parsing import parsed_all
from escuela_core.writing.clause import Clause
from escuela_core.writing.clauses import clauses
from escuela_core.writing.questions import questions, why


def of(*sentences: str) -> list[Clause]:
    """The clauses of the last of ``sentences``."""
    return clauses(len(sentences) - 1, parsed_all(sentences))


def texts(*sentences: str) -> list[str]:
    return [c.text for c in of(*sentences)]


@pytest.mark.parametrize(
    "text",
    [
        "Is the gate open?",
        "It takes about six minutes to fill the chamber.",
        "This one holds the boat against the wall.",
        "Look at the gates from above, please.",
        "The key, hang on, the other key opens the gate.",
        "Here the water runs into the stone chamber.",
        "Because the keeper opens the paddles slowly.",
        "The higher the water stands, the harder it pushes on the gate.",
        "I think the gate was open.",
        "Round the mouth stand arms that sting and catch what drifts by.",
        "Otherwise the next keeper cannot compare the levels.",
        "The effect lasts three days in most cases.",
    ],
)
def test_sentences_that_need_their_neighbours_carry_no_item(text: str) -> None:
    assert texts(text) == []


def test_a_verb_that_only_points_back_carries_none_beside_the_one_that_does() -> None:
    said = "Correct the level as found in the log file of the lock, and re-use it."
    assert texts(said) == ["Correct the level as found in the log file of the lock"]


@pytest.mark.parametrize(
    ("text", "found"),
    [
        (
            "The first stage needs light, and it takes place in stacks of discs.",
            ["The first stage needs light", "the first stage takes place in stacks of discs"],
        ),
        (
            "So the keeper opens the gate slowly, because the boat must not drift.",
            ["the keeper opens the gate slowly"],
        ),
        ("Keep the tool sharp, because a blunt one makes you push.", ["Keep the tool sharp"]),
        ("And don't burst blisters.", ["don't burst blisters"]),
        ("Then I tie the rope around the far horn.", ["the speaker ties the rope around the far horn"]),
        ("Curiously, frost is worse at two degrees.", ["frost is worse at two degrees"]),
        ("The motor's off before the keeper opens the gate.", ["The motor is off before the keeper opens the gate"]),
        ("The frost grows when the air is damp.", ["when the air is damp, the frost grows"]),
    ],
)
def test_each_verb_with_a_subject_of_its_own_makes_a_clause(text: str, found: list[str]) -> None:
    assert texts(text) == found


def test_a_pronoun_is_put_back_to_the_subject_before_it() -> None:
    (clause,) = of("The evaporator stands outdoors.", "It takes the heat out of the air.")
    assert clause.text == "the evaporator takes the heat out of the air"
    assert clause.resolved


def test_a_pronoun_with_two_nouns_to_choose_from_is_left() -> None:
    assert texts("The keeper asks the skipper for the rope.", "They pull hard, and it breaks at once.") == []


def test_a_reason_belongs_to_the_clause_right_before_it() -> None:
    (clause,) = of("The boat rises slowly because the keeper opens the paddles one by one.")
    assert clause.say(clause.reason) == "the keeper opens the paddles one by one"


def test_what_is_joined_to_a_reason_does_not_trail_behind_it() -> None:
    first, _ = of("We use nylon because it's smooth, and on a woolly thread crystals start growing all over the fluff.")
    assert first.say(first.reason) == "it's smooth"


def test_a_reason_for_what_was_left_out_is_none() -> None:
    (clause,) = of(
        "Each cycle leads from light sleep down into deep sleep and then up again into dream sleep, "
        "which is also called REM sleep, because the eyes move rapidly under the lids."
    )
    assert clause.reason == ()


def test_an_object_with_another_behind_it_is_not_asked_for() -> None:
    (clause,) = of("In the first year the triangles reached the Stairs, and in the second the lake.")
    assert not [q for q in questions(clause) if q.key == "the Stairs"]


def test_what_the_talk_only_reports_makes_no_clause() -> None:
    assert texts("People often suppose that the gate opens by itself.") == []


def test_a_condition_that_points_away_takes_its_clause_along() -> None:
    assert texts("If this one comes loose, the boat drifts away.") == []


@pytest.mark.parametrize(
    ("text", "prompt", "key"),
    [
        ("The chamber takes six minutes.", "How long does the chamber take?", "six minutes"),
        ("The old lock has eleven wooden gates.", "How many wooden gates does the old lock have?", "eleven"),
        ("The chamber is nine metres deep.", "How deep is the chamber?", "nine metres"),
        ("The lamp costs forty euros.", "How much does the lamp cost?", "forty euros"),
        ("The loose end of a line is called the tail.", "What is the loose end of a line called?", "the tail"),
        ("Small bacteria turn the milk sugar into acid.", "What turns the milk sugar into acid?", "Small bacteria"),
    ],
)
def test_clauses_become_the_questions_a_colleague_would_ask(text: str, prompt: str, key: str) -> None:
    (clause,) = of(text)
    assert (prompt, key) in [(q.prompt, q.key) for q in questions(clause)]


@pytest.mark.parametrize(
    ("text", "prompt"),
    [
        ("The boat rises slowly because the keeper opens the paddles.", "Why does the boat rise slowly?"),
        ("Keep the tool sharp, because a blunt one makes you push.", "Why should you keep the tool sharp?"),
        ("Don't burst blisters, because germs walk in.", "Why should you not burst blisters?"),
        (
            "A cracked bowl doesn't spin, because a crack opens.",
            "Why does a cracked bowl not spin?",
        ),
        ("I hold the paper underneath, because the wood grabs.", "Why does the speaker hold the paper underneath?"),
    ],
)
def test_a_reason_is_asked_for_with_why(text: str, prompt: str) -> None:
    (clause,) = [c for c in of(text) if c.reason]
    assert why(clause) == prompt


@pytest.mark.parametrize(
    ("text", "within"),
    [
        ("Wooden tools are kept in water because dry wood would burn.", "Why are wooden tools kept in water?"),
        ("Roman bridges stand because the stones press on each other.", "Why do Roman bridges stand?"),
        ("Marta opens the gate because the boat is waiting.", "Why does Marta open the gate?"),
    ],
)
def test_only_names_keep_their_capital_in_mid_sentence(text: str, within: str) -> None:
    (clause,) = of(text)
    assert why(clause) == within


def test_a_name_torn_from_its_verb_carries_no_item() -> None:
    said = "In the end Mikkel drew in the mornings and Anders wrote in the evenings."
    assert not any(text.endswith("Anders") for text in texts(said))


def test_once_and_once_again_is_no_condition() -> None:
    (clause,) = of("Read the label twice: once when you take the bottle and once before you pour.")
    assert clause.condition == ()
