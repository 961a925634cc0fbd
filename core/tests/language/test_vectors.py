import numpy as np

from escuela_core.language.vectors import encoder

RIVER = "They sat on the bank of the river."
MONEY = "She took the cheque to the bank."


def named(text: str) -> dict[str, np.ndarray]:
    (worded,) = encoder().words([text])
    vectors = worded.vectors(range(len(worded.spans)))
    return {text[a:b].lower(): v for (a, b), v in zip(worded.spans, vectors, strict=True)}


def test_the_pieces_of_a_word_are_one_word_with_a_unit_vector() -> None:
    text = "The lock-keeper's paddles unwound, didn't they?"
    (worded,) = encoder().words([text])
    words = [text[a:b] for a, b in worded.spans]
    assert words[:5] == ["The", "lock", "keeper", "s", "paddles"]
    assert "unwound" in words
    assert not {",", "?", "-"} & set(words)
    assert np.allclose(np.linalg.norm(worded.vectors([0, 4]), axis=1), 1)


def test_a_word_means_what_it_does_where_it_stands() -> None:
    shore = named("They rested on the shore of the lake.")["shore"]
    assert named(RIVER)["bank"] @ shore > named(MONEY)["bank"] @ shore


def test_what_has_no_word_has_none_and_vectors_of_texts_stay_the_same() -> None:
    before = encoder().embed([RIVER])
    (nothing,) = encoder().words(["… !"])
    assert (nothing.spans, nothing.codes.shape) == ((), (0, 384))
    encoder().words([RIVER])
    assert np.array_equal(before, encoder().embed([RIVER]))
