"""What is said and what would be written: fillers, repeats, corrections, what broke off; and sentences that run on."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from escuela_core.language.parsing import parsed
from escuela_core.language.repair import repaired
from escuela_core.language.run_ons import pieces

SAID = [
    ("If you put quotes round it, it looks for all of them.", "If you put quotes round it, it looks for all of them."),
    ("When it, it whistles you slow down.", "When it whistles you slow down."),
    ("It waits for eight hours, no, sorry, twelve, and then it goes.", "It waits for twelve hours, and then it goes."),
    ("They last about six months, sorry, a year.", "They last about a year."),
    # fillers
    ("No flash, please.", "No flash, please."),
    ("Right hand first.", "Right hand first."),
    ("Well, right, the right hand first.", "The right hand first."),
    ("You leave it for, like, five minutes.", "You leave it for five minutes."),
    ("You put nine nine nine nine.", "You put nine nine nine nine."),
    ("No flash, because the light, it takes the colour out.", "No flash, because the light takes the colour out."),
    ("And the water's, it's not boiling.", "The water's not boiling."),
    ("Leave thirty centimetres, thirty, listen to me, three centimetres.", "Leave three centimetres."),
    ("It's, er, about a metre.", "It's about a metre."),
    ("You don't need it, by the way, but it helps.", "You don't need it, but it helps."),
    ("It's free, of course.", "It's free."),
    ("By the way it rains.", "By the way it rains."),
    ("It floats by the way, and it stays dry.", "It floats, and it stays dry."),
    ("Don't sing it on ah when you're cold.", "Don't sing it on ah when you're cold."),
    ("You turn it, oh, about twice.", "You turn it about twice."),
    ("Ah, the other way round.", "The other way round."),
    ("That takes, uh, about as long as the film.", "That takes about as long as the film."),
    ("You wait, um, then you press it.", "You wait, then you press it."),
    ("And, you know, you turn the key.", "You turn the key."),
    ("Okay, so, um, let's find it.", "Let's find it."),
    ("There's an arrow, and, like, the arrow points forward.", "There's an arrow, and the arrow points forward."),
    ("He knows it like the back of his hand.", "He knows it like the back of his hand."),
    ("I mean, we've all had one of those.", "We've all had one of those."),
    ("If you bruise the stem that's it, it dies.", "If you bruise the stem, it dies."),
    ("Make it about, what's that, four centimetres deep.", "Make it about four centimetres deep."),
    ("Sieve it, because the lumps, well, the roots hate the lumps.", "Sieve it, because the roots hate the lumps."),
    # brought forward to be stressed
    ("What I don't want to do is drag the slider.", "Don't drag the slider."),
    ("What you do is you fold it in half.", "You fold it in half."),
    ("So what I usually do here is press Save.", "I press Save."),
    ("What you need is a small key.", "You need a small key."),
    ("What you do matters.", "What you do matters."),
    ("When it takes longer to go, that's when you slow down.", "When it takes longer to go, you slow down."),
    # begun and broken off
    ("And that's, well, if it smells, there's hydrogen.", "If it smells, there's hydrogen."),
    ("It should be between one and one and a half bar.", "It should be between one and one and a half bar."),
    # said twice
    ("The, the phone goes.", "The phone goes."),
    ("It comes, it comes right back to the bar.", "It comes right back to the bar."),
    ("It walks across the, across the keyboard.", "It walks across the keyboard."),
    ("A very, very old well.", "A very, very old well."),
    ("Press Send, not Save, Save only keeps a draft.", "Press Send, not Save, Save only keeps a draft."),
    ("What do you need, you need a tray.", "What do you need, you need a tray."),
    # corrected
    ("Tighten it, six, no, eight newton metres.", "Tighten it, eight newton metres."),
    ("This one drops by six, no, by eight millimetres.", "This one drops by eight millimetres."),
    ("We have forty-one, sorry, forty-two of them.", "We have forty-two of them."),
    ("These ones are, no, these are for the bin.", "These are for the bin."),
    ("You say yes or no to every pair.", "You say yes or no to every pair."),
    ("Do the eight sums on the green sheet, sorry, the six sums.", "Do the six sums."),
    (
        "It works from five minutes before until five minutes, no, ten minutes after.",
        "It works from five minutes before until ten minutes after.",
    ),
    # broken off
    ("Undo the, this nut at the back.", "Undo this nut at the back."),
    ("Where's the, that's the six.", "That's the six."),
    ("Pull the brake on, and then tighten it.", "Pull the brake on, and then tighten it."),
    ("I'm just gonna press it, 'cause it's quicker.", "I press it, because it's quicker."),
]
DICHO = [
    ("La cola está, está tierna.", "La cola está tierna."),
    ("Y, eh, las bisagras, una gotita de aceite.", "Las bisagras, una gotita de aceite."),
    ("Bueno, pues, son quince, no, cincuenta gramos.", "Son cincuenta gramos."),
    ("El agua sube porque pesa menos.", "El agua sube porque pesa menos."),
    ("Porque, claro, si no se cae.", "Porque si no se cae."),
]


@pytest.mark.parametrize(("said", "written"), SAID)
def test_speech_is_put_right_by_its_form(said: str, written: str) -> None:
    assert repaired(said) == written


@pytest.mark.parametrize(("said", "written"), DICHO)
def test_spanish_too(said: str, written: str) -> None:
    assert repaired(said, "es") == written


def test_a_sentence_of_fillers_alone_is_nothing_and_other_languages_stay() -> None:
    assert repaired("Okay, so, right.") == ""
    assert repaired("Also, ähm, die Brücke.", "de") == "Also, ähm, die Brücke."


@given(
    st.lists(st.sampled_from("the a er um no , you know it is six eight and so , . I mean like".split()), max_size=40)
)
def test_no_speech_makes_it_fail_or_grow(words: list[str]) -> None:
    text = " ".join(words)
    assert len(repaired(text)) <= len(text) + 2
    assert repaired(repaired(text)) is not None


@pytest.mark.parametrize(
    ("said", "parts"),
    [
        ("It comes up, it floats, and then it's out.", ["It comes up.", "It floats.", "It's out."]),
        (
            "The bolt goes through the arm, and the nut holds it.",
            ["The bolt goes through the arm.", "The nut holds it."],
        ),
        ("If it floats, it is done.", ["If it floats, it is done."]),
        (
            "They go together, if bread costs more, you buy less.",
            ["They go together.", "If bread costs more, you buy less."],
        ),
        ("You need to sign in, or it's gone.", ["You need to sign in, or it's gone."]),
        ("They say bar, or some books say slope.", ["They say bar.", "Some books say slope."]),
        ("Leave it, because it sticks if you touch it.", ["Leave it, because it sticks if you touch it."]),
        ("The gate is of oak, a hard wood.", ["The gate is of oak, a hard wood."]),
        ("You undo this nut down here.", ["You undo the nut."]),
        (
            "You can either take a picture, or you drag a file in.",
            ["You can either take a picture, or you drag a file in."],
        ),
        ("Both may be right, Kaveh.", ["Both may be right."]),
        ("Saskia, Theo, Amal, they run.", ["Saskia, Theo, Amal, they run."]),
        ("It takes four hours until it gets there.", ["It takes four hours until it gets there."]),
        ("There is a gap there.", ["There is a gap."]),
        ("You'll be there till Christmas.", ["You'll be there till Christmas."]),
        ("What do you need, you need a tray.", ["What do you need?", "You need a tray."]),
        ("What if it rains, there's a roof.", ["What if it rains?", "There's a roof."]),
        ("Why is it caged, if it cannot fly?", ["Why is it caged, if it cannot fly?"]),
    ],
)
def test_a_sentence_that_runs_on_is_taken_apart_where_a_clause_begins_anew(said: str, parts: list[str]) -> None:
    assert pieces(parsed(said)) == parts
