"""The writer in Spanish, form by form, on sentences of its own."""

import random

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from escuela_core.items import Choice, Item, Open, TrueFalse, item_from_json, item_to_json
from escuela_core.language.languages import language_of
from escuela_core.language.parsing import parsed_in
from escuela_core.transcripts import Transcript, read_captions
from escuela_core.writing import propose
from escuela_core.writing.spanish import drafts
from escuela_core.writing.spanish.opposites import OPPOSITES
from escuela_core.writing.spanish.sorts import digits, wrong_numbers
from escuela_core.writing.spanish.statement import said, statements_of
from escuela_core.writing.varying import vary
from escuela_core.writing.wishes import Wishes

pytestmark = pytest.mark.skipif(not language_of("es").has_grammar, reason="the grammar of Spanish is not installed")
TALK = """
La torre del reloj mide cuarenta metros.
El ayuntamiento compró la campana en 1887.
El relojero engrasa las ruedas cada lunes porque el polvo frena el péndulo.
El péndulo es una barra de acero que termina en un disco pesado.
Marta Olivares construyó la maquinaria con piezas de un barco viejo.
La campana pequeña da los cuartos y la campana grande da las horas.
El viento mueve la veleta sobre el tejado.
La escalera sube hasta la sala de la maquinaria.
El contrapeso baja despacio durante la semana.
El visitante ve la plaza desde el balcón.
"""


def spoken(text: str) -> Transcript:
    lines = enumerate(text.strip().splitlines())
    listing = "\n".join(f"[{n // 6}:{n * 10 % 60:02}] {line}" for n, line in lines)
    return read_captions(listing.encode(), language="es")


@pytest.fixture(scope="module")
def made() -> list[Item]:
    return [item for item, _, _ in drafts(spoken(TALK).sentences, 1)]


def asking(made: list[Item], prompt: str) -> Item:
    return next(i for i in made if i.asked == prompt)


@pytest.mark.parametrize(
    ("prompt", "key"),
    [
        ("¿Cuántos metros mide la torre del reloj?", "40"),
        ("¿En qué año compró el ayuntamiento la campana?", "1887"),
        ("Completa: La torre del reloj mide ___ metros.", "40"),
    ],
)
def test_numbers_are_asked_for_among_others_as_round(made, prompt, key) -> None:
    item = asking(made, prompt)
    assert isinstance(item, Choice)
    assert item.key_texts == [key]
    assert len({o.text for o in item.options}) == 4


SAID = [
    (
        "Este, antes de nada sueltas el freno, porque si no la cubierta no pasa entre las zapatas.",
        ("“Antes de nada sueltas el freno”: ¿por qué?", "Porque si no la cubierta no pasa entre las zapatas."),
    ),
    (
        "Lo primero que veis es la hoja verde, y ahí no se escribe nada, porque la rellena el sistema.",
        (
            "“Lo primero que veis es la hoja verde, y ahí no se escribe nada”: ¿por qué?",
            "Porque la rellena el sistema.",
        ),
    ),
    (
        "Hay que pasar los dedos por la cubierta, despacio, para buscar lo que la pinchó.",
        ("¿Para qué hay que pasar los dedos por la cubierta, despacio?", "Para buscar lo que la pinchó."),
    ),
    (
        "Si el cierre entra sin fuerza, tienes que apretar la tuerca, que está al otro lado.",
        ("¿Qué hay que hacer si el cierre entra sin fuerza?", "Tienes que apretar la tuerca."),
    ),
    (
        "Y si la madera se moja, la puerta se hincha, y luego roza.",
        ("¿Qué pasa si la madera se moja?", "La puerta se hincha."),
    ),
    (
        "Si el borde no entra, empuja la goma hacia el centro.",
        ("¿Y si el borde no entra?", "Empuja la goma hacia el centro."),
    ),
]


@pytest.mark.parametrize(("sentence", "expected"), SAID)
def test_what_is_said_to_a_you_is_asked_about_in_its_own_words(sentence, expected) -> None:
    told = propose(spoken(sentence), Wishes(count=3, kinds=("open",)))
    assert expected in {(i.asked, i.key_texts[0]) for i in told.items}


@pytest.mark.parametrize(
    "sentence",
    [
        "Voy a poner la olla aquí, porque así lo veis mejor.",
        "El mío es vegetal, porque mi hija es vegetariana.",
        "Que la gente tira puertas, de verdad, las tira, por un tornillo.",
        "Sí, y las bisagras, una gotita de aceite, que si no chirrían.",
        "Si os gusta, pues nada, hasta otra.",
    ],
)
def test_chatter_carries_no_item_in_spanish_either(sentence) -> None:
    assert not [item for item, _, _ in drafts(spoken(sentence).sentences, 1) if isinstance(item, Open)]


def test_one_word_is_left_out_once() -> None:
    lines = ["La cubierta entra despacio por el lado de la llanta.", "La cubierta lleva el número en el borde."]
    told = propose(spoken("\n".join([*lines, *lines[::-1]])), Wishes(count=4, kinds=("gap",)))
    left_out = [i.key_texts[0] for i in told.items]
    assert len(left_out) == len(set(left_out)) > 0


def test_who_did_something_and_why_is_asked_in_the_right_order(made) -> None:
    why = asking(made, "¿Por qué engrasa el relojero las ruedas cada lunes?")
    assert isinstance(why, Open)
    assert why.model_answer == "Porque el polvo frena el péndulo."
    assert why.depth == "reason"
    thing = asking(made, "¿Qué mueve la veleta sobre el tejado?")
    assert thing.key_texts == ["El viento"]


def test_what_a_thing_is_is_asked_openly(made) -> None:
    item = asking(made, "¿Qué es el péndulo?")
    assert item.key_texts == ["Una barra de acero que termina en un disco pesado."]


def test_a_false_statement_turns_one_word_or_one_number(made) -> None:
    false = [i for i in made if isinstance(i, TrueFalse) and i.answer is False]
    assert "La escalera baja hasta la sala de la maquinaria." in {i.prompt for i in false}
    assert not any("contrapeso" in i.prompt for i in false), "of two words that could be turned neither is"
    tower = next(i for i in false if i.prompt.startswith("La torre"))
    assert "cuarenta" not in tower.prompt
    assert tower.explanation == "La grabación dice: “La torre del reloj mide cuarenta metros.”"


@pytest.mark.parametrize(
    "sentence",
    [
        "Eso se llama evaporación en este valle.",
        "La preparo con doscientos gramos de sal.",
        "Nuestra gota ha caído en la ladera.",
        "¿Cuánto tiempo pasa el agua en el aire?",
        "La gente piensa que la luz viene del faro.",
        "Si sacamos más agua, el pozo baja.",
        "Su peso cambia con la lluvia.",
        "Allí el agua se mueve muy lenta.",
    ],
)
def test_what_needs_its_neighbours_or_the_speaker_carries_no_statement(sentence) -> None:
    assert statements_of(parsed_in("es", [sentence])[0], 0) == []


def test_each_clause_with_a_subject_of_its_own_is_a_statement() -> None:
    (doc,) = parsed_in("es", ["La campana pequeña da los cuartos y la campana grande da las horas."])
    assert [said(one.subject) for one in statements_of(doc, 0)] == ["La campana pequeña", "la campana grande"]


@pytest.mark.parametrize(
    ("value", "heard"), [(40, [7, 60, 1887]), (3, [2, 4]), (1887, [1902, 40]), (2015, []), (200_000, [])]
)
def test_wrong_numbers_are_three_others_as_round(value, heard) -> None:
    for seed in range(20):
        wrong = wrong_numbers(value, heard, random.Random(seed))
        assert len(wrong) == len(set(wrong)) == 3
        assert value not in wrong
        assert min(wrong) >= 2
        assert not (1900 < value < 2100 and max(wrong) > 2020)
    assert (digits(1887), digits(200_000)) == ("1887", "200.000")


def test_opposites_lead_back() -> None:
    assert all(OPPOSITES.get(other, word) == word for word, other in OPPOSITES.items())
    assert (OPPOSITES["llenas"], OPPOSITES["fría"]) == ("vacías", "caliente")
    assert "caliente" not in OPPOSITES


def test_a_spanish_talk_gets_questions_and_the_same_ones_again() -> None:
    talk = spoken(TALK)
    first = propose(talk, Wishes(count=6))
    assert any(i.asked.startswith("¿") for i in first.items)
    assert propose(talk, Wishes(count=6)) == first


ODD = (
    "el la los una compuerta agua sube es se no porque para que y , . ; : 12 1887 2ª veces cuartos mil millón don "
    "1.000,5 ° más de su nosotros Marta ¿ ? ( ) - %"
).split()


@given(st.lists(st.sampled_from(ODD), min_size=1, max_size=16).map(" ".join))
@settings(max_examples=150)
def test_any_string_of_words_gives_items_that_can_be_kept_or_none(text: str) -> None:
    talk = spoken(f"La compuerta cierra el canal.\n{text}\nEl agua sube.")
    for item, numbers, _ in drafts(talk.sentences, 1):
        assert item_from_json(item_to_json(item)).has_key
        assert all(0 <= n < len(talk.sentences) for n in numbers)


def test_one_item_again_in_another_way() -> None:
    talk = spoken(TALK)
    item = propose(talk, Wishes(count=1)).items[0]
    again = vary(item, talk)
    assert again is not None
    assert (again.asked, again.key_texts) != (item.asked, item.key_texts)
