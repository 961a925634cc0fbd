"""Completions for languages whose grammar is not read."""

from itertools import pairwise

import pytest
import talks
from conftest import spoken

from escuela_core.items import Choice, Gap
from escuela_core.language.languages import Language
from escuela_core.writing import Wishes, propose
from escuela_core.writing.by_words import APART, articles_of, drafts

FRENCH = (
    "La marée monte deux fois par jour dans le vieux port.",
    "Le gardien ouvre la vanne avant que la marée ne monte.",
    "Le bateau attend dans le bassin que la vanne soit ouverte.",
    "Le bassin garde son eau quand la marée descend.",
    "Bonjour et merci, le bassin est plein !",
    "Pourquoi le gardien ferme la vanne ?",
)
SPANISH = (
    "El horno calienta la masa durante una hora entera.",
    "La masa sube porque la levadura produce mucho gas.",
    "La levadura necesita azúcar y el azúcar viene de la harina.",
    "La harina absorbe el agua y la masa se vuelve blanda.",
    "Esto no lo sabe casi nadie en la panadería.",
    "Hola y bienvenidos a la panadería del puerto viejo.",
)


def items_of(sentences: tuple[str, ...], language: str):
    talk = spoken(sentences, language=language)
    return [(item, rests[0]) for item, rests, _ in drafts(talk.sentences, language, 1) if item.kind != "order"]


@pytest.mark.parametrize(("sentences", "language"), [(FRENCH, "fr"), (SPANISH, "es")])
def test_what_is_asked_for_is_a_word_the_talk_returns_to(sentences, language) -> None:
    found = items_of(sentences, language)
    assert found
    for item, number in found:
        key = item.key_texts[0]
        assert key in sentences[number]
        assert sum(key in s for s in sentences) >= 2
        assert item.asked.count("___") == 1
        assert key not in item.asked.split()


@pytest.mark.parametrize(("sentences", "language"), [(FRENCH, "fr"), (SPANISH, "es")])
def test_greetings_questions_and_what_needs_its_neighbour_are_passed_over(sentences, language) -> None:
    assert max(number for _, number in items_of(sentences, language)) <= 3


def test_wrong_options_bear_the_articles_of_the_key() -> None:
    talk = spoken(
        (*SPANISH, "La masa y la levadura, la harina y la sal.", "El azúcar, el horno y el gas."), language="es"
    )
    classes = articles_of(talk.sentences, "es")
    choices = [i for i, _, _ in drafts(talk.sentences, "es", 1) if isinstance(i, Choice)]
    for item in choices:
        assert len({classes[o.text] for o in item.options}) == 1


def test_articles_tell_number_and_gender() -> None:
    classes = articles_of(spoken(SPANISH, language="es").sentences, "es")
    assert classes["masa"] == classes["levadura"] != classes["horno"]


def test_a_language_without_known_articles_still_gets_gaps() -> None:
    finnish = (
        "Satama avaa portin aina aikaisin aamulla ennen kalastajia.",
        "Kalastajia odottaa portin takana monta pientä venettä.",
        "Portin vartija sulkee satama altaan myöhään illalla taas.",
    )
    assert all(isinstance(item, Gap | Choice) for item, _ in items_of(finnish, "fi"))


def test_the_same_seed_gives_the_same_completions() -> None:
    talk = spoken(SPANISH, language="es")
    assert propose(talk, Wishes(count=3)) == propose(talk, Wishes(count=3))


def test_explanations_quote_in_the_talk_s_language() -> None:
    (first, *_) = propose(spoken(SPANISH, language="es"), Wishes(count=2)).items
    assert first.explanation.startswith("La grabación dice: “")


def test_an_order_is_of_short_sentences_apart_in_the_order_they_are_said() -> None:
    talk = talks.load("ciclo-agua").transcript
    orders = [(item, rests) for item, rests, _ in drafts(talk.sentences, "es", 1) if item.kind == "order"]
    assert orders
    for item, rests in orders:
        assert item.asked == "Ordena estas frases como las dice la grabación."
        assert list(rests) == sorted(rests)
        assert min(b - a for a, b in pairwise(rests)) >= APART
        assert item.steps == tuple(talk.sentences[n].text.rstrip(".") for n in rests)
        assert item.evidence == tuple(talk.sentences[n].span for n in rests)


def test_what_is_proposed_without_the_grammar_has_an_order_among_it(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(Language, "has_grammar", property(lambda _: False))
    found = propose(talks.load("ciclo-agua").transcript, Wishes(count=8)).items
    kinds = [item.kind for item in found]
    assert kinds.count("order") == 1
    assert len(kinds) == 8
