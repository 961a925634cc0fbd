"""The forms over unrehearsed speech: what is asked, what is quoted, and what is left alone."""

import pytest
from conftest import spoken

from escuela_core.items import Choice, Gap
from escuela_core.writing.forms import drafts
from escuela_core.writing.forms.spoken import reads_well, tidy
from escuela_core.writing.talk import talk_of

ASKED_AND_ANSWERED = [
    (
        ("So why is the water dark?", "Because the mud of the harbour is washed into it."),
        ("answered", "Why is the water dark?", "Because the mud of the harbour is washed into it."),
    ),
    (
        ("Okay, and how long does it sing for?", "On one winding, um, about twenty seconds."),
        ("answered_quantity", "What is the answer to “How long does it sing for?”?", "Twenty seconds"),
    ),
    (
        ("Why are the birds in cages?", "Ah, that's a good one.", "It's because the works are too big for the bodies."),
        ("answered", "Why are the birds in cages?", "The works are too big for the bodies."),
    ),
    (
        ("And you boil them in their skins, 'cause, um, if you peel them they drink up the water.",),
        (
            "quoted_explain",
            "Why does the speaker say “you boil them in their skins”?",
            "Because if you peel them they drink up the water.",
        ),
    ),
    (
        ("Make a copy of the sheet, please, because with the tool there's no way back.",),
        ("quoted_explain", "Why should you make a copy of the sheet?", "Because with the tool there's no way back."),
    ),
    (
        ("Not more than twenty in a pot, by the way, because otherwise the water goes cold.",),
        (
            "quoted_explain",
            "Why does the speaker say “not more than twenty in a pot”?",
            "Because otherwise the water goes cold.",
        ),
    ),
    (
        ("If she keeps running into you, then you make it longer, two feet more.",),
        (
            "quoted_consequence",
            "What should you do “if she keeps running into you”?",
            "Make it longer, two feet more.",
        ),
    ),
    (
        ("You can either take a picture with your phone, or you drag a file into the box, it doesn't matter.",),
        ("either_or", "You can either take a picture with your phone or do what?", "Drag a file into the box."),
    ),
    (
        ("For the hills you've got this tool here called Ripple, and it draws the rest.",),
        ("quoted_name", "Complete what is said: “For the hills you've got the tool called ___.”", "Ripple"),
    ),
    (
        ("Seriously, you spread it out on the board and you leave it for, like, five minutes.",),
        (
            "quoted_quantity",
            "Complete what is said: “You spread it out on the board and you leave it for ___.”",
            "Five minutes",
        ),
    ),
    (
        ("It's thirty-eight cents a kilometre, it does it by itself.",),
        ("quoted_quantity", "Complete what is said: “It's ___ cents a kilometre.”", "thirty-eight"),
    ),
]
NOTHING = [
    ("So where was I?", "I think that's the main thing."),
    ("What's that, love?", "Two sugars."),
    ("How long must the ramp be?", "The rule is in the building code."),
    ("What is the average speed?", "You must not take the average of the three."),
    ("Which of the voices is it?", "Passive, because of the verb.", "No, it's active."),
    ("I'm not using it, because I'm showing off.",),
    ("Hold it at the end, because if you're holding the middle.",),
    ("That's fine, because nobody looks at it.",),
    ("When it passes forty degrees.",),
    ("I looked for like ten minutes.",),
    ("We'll be quick, because we have to be.",),
]


def found(said: tuple[str, ...]) -> dict[str, tuple[str, str]]:
    """What is asked, and the answer, by the name of the form, for forms over whole pieces."""
    made = [d for _, d in drafts(talk_of(spoken(said).sentences), 0)]
    told = {}
    for draft in made:
        item = draft.item
        key = next(o.text for o in item.options if o.correct) if isinstance(item, Choice) else item.key_texts[0]
        told.setdefault(draft.form, (item.asked, key))
    return told


@pytest.mark.parametrize(("said", "expected"), ASKED_AND_ANSWERED)
def test_speech_is_asked_about_as_it_was_said(said: tuple[str, ...], expected: tuple[str, str, str]) -> None:
    form, asked, key = expected
    assert found(said)[form] == (asked, key)


@pytest.mark.parametrize("said", NOTHING)
def test_chatter_and_what_broke_off_is_left_alone(said: tuple[str, ...]) -> None:
    spoken_of = {"answered", "answered_quantity", "either_or", "quoted_name", "quoted_quantity"}
    told = found(said)
    assert not [form for form in told if form in spoken_of or form.startswith("quoted")]


def test_an_answer_rests_on_its_own_words_and_a_number_is_typed_where_no_wrong_ones_can_be_made() -> None:
    talk = talk_of(spoken(("Why is the water dark?", "Because mud is washed into it.")).sentences)
    (draft,) = [d for _, d in drafts(talk, 0) if d.form == "answered"]
    assert draft.sentences == (1,)
    assert draft.item.evidence == (talk.spans[1],)
    talk = talk_of(spoken(("It's thirty-eight cents a kilometre.",)).sentences)
    (item,) = [d.item for _, d in drafts(talk, 0) if d.form == "quoted_quantity"]
    assert isinstance(item, Gap)
    assert item.answers == ("thirty-eight",)


@pytest.mark.parametrize(
    ("said", "written"),
    [
        ("So, then, put the lid on, please.", "put the lid on"),
        ("And Saskia runs first, you know.", "Saskia runs first"),
        ("Now I fold a bit of card.", "I fold a bit of card"),
        ("But don't thaw them, by the way.", "don't thaw them"),
    ],
)
def test_words_are_tidied_before_they_are_quoted(said: str, written: str) -> None:
    assert tidy(said) == written


@pytest.mark.parametrize("torn", ["you put it on the", "because of", "the the lid", "one, , two", "she says"])
def test_torn_words_do_not_read_well(torn: str) -> None:
    assert not reads_well(torn, shortest=1)
