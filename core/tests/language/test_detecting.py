import pytest
import talks

from escuela_core.language.detecting import other_language


def texts(name: str) -> list[str]:
    return [s.text for s in talks.load(name).transcript.sentences]


@pytest.mark.parametrize("name", talks.training())
def test_every_talk_is_in_its_own_language(name) -> None:
    talk = talks.load(name).transcript
    said = [s.text for s in talk.sentences]
    assert other_language(said, talk.language) == ""
    assert other_language(said, "en" if talk.language == "es" else "es") == talk.language


@pytest.mark.parametrize(
    ("said", "language"),
    [([], "en"), (["Hola."], "en"), (["Une écluse est une chambre de pierre avec une paire de portes."] * 5, "en")],
)
def test_nothing_is_said_where_nothing_tells(said, language) -> None:
    assert other_language(said, language) == ""
    assert other_language(texts("ciclo-agua"), "fr") == ""
