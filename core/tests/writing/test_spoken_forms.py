"""The forms over unrehearsed speech: what is asked, what is quoted, and what is left alone."""

import pytest
from conftest import spoken

from escuela_core.items import Choice, Gap
from escuela_core.writing.forms import Draft, drafts
from escuela_core.writing.questions import questions
from escuela_core.writing.talk import talk_of

ASKED_AND_ANSWERED = [
    (
        ("So the bank is steep on that side, and that's called a river cliff.",),
        ("named", "Complete what is said: “The bank is steep on the side, that's called a ___.”", "river cliff"),
    ),
    (
        ("You get this little beach on the inside, which we call a point bar.",),
        ("named", "Complete what is said: “You get the little beach on the inside, which we call a ___.”", "point bar"),
    ),
    (
        ("And peer reviewed just means other people in the field have read it first.",),
        ("meant", "What does peer reviewed mean?", "Other people in the field have read it first."),
    ),
    (
        ("If the chat's closed it turns into an email, and we answer that by ten.",),
        ("quoted_consequence", "What happens if the chat is closed?", "It turns into an email."),
    ),
    (
        ("If you don't shake it you get mostly propellant, and then they come back.",),
        ("quoted_consequence", "What happens “if you don't shake it”?", "You get mostly propellant."),
    ),
    (
        ("If you leave out the deposition you can't get more than two.",),
        ("quoted_consequence", "What happens if you leave out the deposition?", "You can't get more than two."),
    ),
    (
        ("You don't dry it with a cloth.", "Why not?", "Because the cloth makes the plastic static."),
        (
            "quoted_explain",
            "Why does the speaker say “you don't dry it with a cloth”?",
            "Because the cloth makes the plastic static.",
        ),
    ),
    (
        ("You hold it thin side to the current, otherwise the water piles up against it.",),
        (
            "quoted_explain",
            "Why does the speaker say “you hold it thin side to the current”?",
            "Otherwise the water piles up against it.",
        ),
    ),
    (
        ("This is the rope, and this knot's called a figure of eight.",),
        ("named", "Complete what is said: “This is the rope, and the knot's called a ___.”", "figure of eight"),
    ),
    (
        ("And there's a setting called searchable, and it just means that you can find words in it.",),
        ("meant", "What does searchable mean?", "You can find words in it."),
    ),
    (
        ("If you pull it backwards you tear it, and then a bit stays in.",),
        ("quoted_consequence", "What happens “if you pull it backwards”?", "You tear it."),
    ),
    (
        ("Close the valve, or the water in the tank freezes at night.",),
        ("quoted_explain", "Why should you close the valve?", "Otherwise the water in the tank freezes at night."),
    ),
    (
        ("You have to give it a title, or it won't save.",),
        ("quoted_explain", "Why does the speaker say “you have to give it a title”?", "Otherwise it won't save."),
    ),
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
            "What do you do “if she keeps running into you”?",
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
        ("So after about ten days you see new leaves.",),
        ("quoted_quantity", "Complete what is said: “After about ___ you see new leaves.”", "Ten days"),
    ),
    (
        ("So what if you want it every week, right, there's a menu called Repeat, under the title.",),
        ("quoted_name", "Complete what is said: “There's a menu called ___, under the title.”", "Repeat"),
    ),
    (
        ("If you press it the water just sits on the top.",),
        ("quoted_consequence", "What happens “if you press it”?", "The water just sits on the top."),
    ),
    (
        ("One dumpling into the pot, and if it falls apart, you put more flour in the dough.",),
        ("quoted_consequence", "What do you do “if it falls apart”?", "Put more flour in the dough."),
    ),
    (
        ("And you click on the booking and choose Release, please, because otherwise it blocks the room.",),
        (
            "quoted_explain",
            "Why should you click on the booking and choose Release?",
            "Because otherwise it blocks the room.",
        ),
    ),
    (
        ("Now a no-show is when nobody has typed the code in time.",),
        ("meant", "What is a no-show?", "When nobody has typed the code in time."),
    ),
    (
        ("Grey means booked, and the striped ones, those are requested.",),
        ("meant", "What does grey mean?", "Booked."),
    ),
    (
        ("Then you harden them off, which means you put them outside in the day.",),
        (
            "meant",
            "What does the speaker mean by “you harden them off”?",
            "You put them outside in the day.",
        ),
    ),
    (
        ("You want the names in two columns, that's what Split's for.",),
        ("meant", "What is Split for?", "You want the names in two columns."),
    ),
    (
        ("You always hold a seedling by the leaf, never by the stem.",),
        (
            "quoted_word",
            "Complete what is said: “You always hold a seedling by the ___, never by the stem.”",
            "leaf",
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
    ("If you wait much longer the roots, they tangle up.",),
    ("If something's broken in a room you report it under the spanner, and it goes to the caretaker.",),
    ("And if it's hollow, like if it dips in, then it's worn.",),
    ("If you tick that it goes to the kitchen, they need two full days.",),
    ("Cool means cool, not cold.",),
    ("A curve would mean that the speed changes.", "The elder, wanted to build a boat from the crates."),
    ("White doesn't mean anything, white's for the parties.",),
    ("It's the button, and it's on by default.", "Why's that?", "Because it saves the paper for us."),
    ("Put it in the oven, or you can use a pan.",),
    ("The trick is when you hold it.", "That means a lot to me."),
    ("You're giving somebody an ice cream.",),
]


def made(said: tuple[str, ...]) -> list[Draft]:
    return [d for _, d in drafts(talk_of(spoken(said).sentences), 0)]


def found(said: tuple[str, ...]) -> dict[str, tuple[str, str]]:
    """What is asked, and the answer, by the name of the form, for forms over whole pieces."""
    told = {}
    for draft in made(said):
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
    assert not [form for form in told if form in spoken_of or form.startswith("quoted") or form == "meant"]


def test_a_key_is_never_what_another_condition_leads_to() -> None:
    told = found(("A leaf can grow back but if you bruise the stem, it dies.",))
    assert told["quoted_consequence"] == ("What happens if you bruise the stem?", "It dies.")
    assert "consequence" not in told
    assert not [form for form in told if form.startswith("true")], "what dies cannot be said for certain"


def test_how_much_is_no_thing_that_is_meant_again() -> None:
    told = found(("Copper tape works, I'd say four centimetres at least.", "They just climb over the thin stuff."))
    assert not [asked for asked, key in told.values() if "centimetres" in key.lower() and "climb" in asked]


@pytest.mark.parametrize(
    ("said", "asked"),
    [
        ("The washer is held by a little nut.", "Who or what is held by a little nut?"),
        ("The baker is held by a thin rope.", "Who is held by a thin rope?"),
        ("The gate is held by a thin rope.", "What is held by a thin rope?"),
    ],
)
def test_somebody_and_something_are_told_apart(said: str, asked: str) -> None:
    clauses = talk_of(spoken((said,)).sentences).clauses
    assert asked in {q.prompt for q in questions(clauses[0])}


def test_a_thing_is_not_torn_from_its_own_verb_and_a_refusal_stays_one() -> None:
    told = found(("Kitchen taps mostly take half inch and bath taps take three quarters.",))
    assert not [asked for asked, _ in told.values() if asked.endswith("bath taps.")]
    told = found(("If the seat's scratched a new washer won't help, it'll drip again in a month.",))
    assert not [key for _, key in told.values() if "willn't" in key]


def test_what_follows_from_a_condition_is_no_step() -> None:
    work = (
        "First you fill the tray.",
        "Then you water the soil.",
        "Then you make a hole.",
        "Now you drop the seed in.",
    )
    told = found(("If you wait they grow, and you tear the roots.", *work))
    assert told["steps"][1] == "Fill the tray"
    spoilt = found(("First you fill the tray.", "If you wait they grow, and then you tear the roots.", *work[1:3]))
    assert "steps" not in spoilt
    other = found((work[0], "Some trays have holes, and then you line the tray.", *work[1:3]))
    assert "steps" not in other


def test_an_answer_rests_on_its_own_words_and_a_number_is_typed_where_no_wrong_ones_can_be_made() -> None:
    talk = talk_of(spoken(("Why is the water dark?", "Because mud is washed into it.")).sentences)
    (draft,) = [d for _, d in drafts(talk, 0) if d.form == "answered"]
    assert draft.sentences == (1,)
    assert draft.item.evidence == (talk.spans[1],)
    talk = talk_of(spoken(("It's thirty-eight cents a kilometre.",)).sentences)
    (item,) = [d.item for _, d in drafts(talk, 0) if d.form == "quoted_quantity"]
    assert isinstance(item, Gap)
    assert item.answers == ("thirty-eight",)


def test_what_is_named_again_in_its_own_sentence_is_not_what_it_means() -> None:
    said = ("So the outside gets eaten away.", "It is fastest on the outside because it has further to go.")
    assert not any("outside fastest" in d.item.asked for d in made(said))


def test_a_verb_keeps_its_end_where_a_sentence_is_turned_round() -> None:
    assert not any(d.form == "true_turned" for d in made(("Fast water picks gravel up.",)))


def test_what_gets_done_is_asked_about_with_a_helper() -> None:
    asked = {d.item.asked for d in made(("The ends get blocked with silt because the water is slow.",))}
    assert "Why do the ends get blocked with silt?" in asked
