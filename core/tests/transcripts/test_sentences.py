import pytest

from escuela_core.timeline import Span
from escuela_core.transcripts import read_captions
from escuela_core.transcripts.cues import Cue
from escuela_core.transcripts.model import Word
from escuela_core.transcripts.sentences import is_punctuated, sentences_of
from escuela_core.transcripts.words import PlacedWord, breath, length, words_of


def placed(
    text: str, *, gap_after: dict[int, int] | None = None, speakers: dict[int, str] | None = None
) -> list[PlacedWord]:
    now, words, speaker = 0, [], None
    for i, word in enumerate(text.split()):
        speaker = (speakers or {}).get(i, speaker)
        words.append(PlacedWord(Word(now, now + 300, word, "given"), speaker, False))
        now += 300 + (gap_after or {}).get(i, 0)
    return words


def texts(words: list[PlacedWord]) -> list[str]:
    return [s.text for s in sentences_of(words, lambda w: [0.0] * len(w))]


@pytest.mark.parametrize(
    ("text", "sentences"),
    [
        ("Dr. Olin spoke. We heard.", ["Dr. Olin spoke.", "We heard."]),
        ("It holds 3.5 tons. Good.", ["It holds 3.5 tons.", "Good."]),
        ("Is it on? Yes! Well…", ["Is it on?", "Yes!", "Well…"]),
        ('He said "stop." Then he left.', ['He said "stop."', "Then he left."]),
        ("Many ropes, e.g. nylon ones. Fine.", ["Many ropes, e.g. nylon ones.", "Fine."]),
    ],
)
def test_stops_end_sentences_but_abbreviations_do_not(text: str, sentences: list[str]) -> None:
    assert texts(placed(text)) == sentences


def test_a_letter_with_a_silence_behind_it_ends_its_sentence() -> None:
    said = "Now press A. It stops. J. Olin spoke."
    assert texts(placed(said, gap_after={2: 700, 4: 700})) == ["Now press A.", "It stops.", "J. Olin spoke."]


def test_a_new_speaker_begins_a_new_sentence() -> None:
    assert texts(placed("Is it safe It is.", speakers={0: "Ana", 3: "Luis"})) == ["Is it safe", "It is."]


def test_without_punctuation_pauses_and_likely_starts_divide() -> None:
    words = placed("the gate opens now the boat goes in", gap_after={3: 900})
    assert not is_punctuated(words)
    assert texts(words) == ["the gate opens now", "the boat goes in"]


def test_an_endless_sentence_is_cut() -> None:
    assert max(len(t.split()) for t in texts(placed("word " * 200))) <= 45


def test_automatic_captions_are_divided_by_grammar() -> None:
    text = "so here is my blank it is sycamore i knock on it all the way round now the tool rest goes close to the wood"
    vtt = f"WEBVTT\n\n00:00.000 --> 00:09.000\n{text}\n"
    found = read_captions(vtt.encode(), language="en").sentences
    assert 2 <= len(found) <= 6


def test_words_of_a_cue_share_its_time_by_their_length() -> None:
    words = [p.word for p in words_of([Cue(1, 0, 2_000, ("a harbour",))])]
    assert words[0].end_ms - words[0].start_ms < words[1].end_ms - words[1].start_ms
    assert words[-1].end_ms == pytest.approx(1_360, abs=5)


def test_a_stop_inside_a_cue_leaves_a_breath() -> None:
    words = [p.word for p in words_of([Cue(1, 0, 2_000, ("It holds. Good rope",))])]
    assert words[2].start_ms - words[1].end_ms > 300
    assert words[3].start_ms == words[2].end_ms


def test_a_long_silent_cue_does_not_stretch_its_words() -> None:
    words = [p.word for p in words_of([Cue(1, 0, 20_000, ("two words",))])]
    assert words[-1].end_ms <= 1_500


def test_sound_notes_are_not_spoken() -> None:
    words = [p.word.text for p in words_of([Cue(1, 0, 2_000, ("[music] hello (laughs) there",))])]
    assert words == ["hello", "there"]


@pytest.mark.parametrize(("word", "letters"), [("boat", 4), ("harbour,", 7), ("42", 8), ("—", 1), ("señal", 5)])
def test_the_length_of_a_word_is_in_letters(word: str, letters: float) -> None:
    assert length(word) == letters


@pytest.mark.parametrize(("word", "longer"), [("end.", "end,"), ("end,", "end"), ('end."', "end,")])
def test_stops_take_a_longer_breath_than_commas(word: str, longer: str) -> None:
    assert breath(word) > breath(longer)


def test_an_extract_sees_only_the_sentences_inside(lock) -> None:
    third = lock.sentences[2]
    inside = lock.inside(Span(third.start_ms, third.end_ms))
    assert [s.text for s in inside.sentences] == [third.text]
