import pytest
from conftest import GAP_MS, LOCK, span_of, spoken
from hypothesis import given
from hypothesis import strategies as st

from escuela_core.placing import Whereabouts, place, whereabouts
from escuela_core.placing.pause import CLOSE_MS, LIKELY_ERROR_MS, PauseOutsideError, inside_word, within_recording
from escuela_core.timeline import Span
from escuela_core.transcripts import Sentence, Transcript, Word

TALK = spoken(LOCK)
SILENCES = [Span(s.end_ms, s.end_ms + GAP_MS) for s in TALK.sentences]


def test_the_pause_lies_in_the_silence_after_the_evidence() -> None:
    evidence = span_of(TALK, "six minutes")
    pause = place([evidence], TALK, SILENCES)
    assert evidence.end_ms < pause.at_ms < evidence.end_ms + GAP_MS
    assert (pause.basis, pause.silence_ms) == ("sound", GAP_MS)


def test_a_prediction_is_asked_in_the_silence_before() -> None:
    evidence = span_of(TALK, "six minutes")
    pause = place([evidence], TALK, SILENCES, purpose="predict")
    assert evidence.start_ms - GAP_MS < pause.at_ms < evidence.start_ms


def test_the_last_of_several_sentences_counts() -> None:
    evidence = [span_of(TALK, "six minutes"), span_of(TALK, "gates of today")]
    assert place(evidence, TALK, SILENCES).at_ms > evidence[1].end_ms


def test_captions_that_end_late_are_put_right_by_the_sound() -> None:
    evidence = span_of(TALK, "six minutes")
    late = Span(evidence.start_ms + 600, evidence.end_ms + 600)
    pause = place([late], TALK, SILENCES)
    assert evidence.end_ms <= pause.at_ms <= evidence.end_ms + GAP_MS


def test_a_long_silence_is_entered_only_a_little() -> None:
    evidence = span_of(TALK, "six minutes")
    pause = place([evidence], TALK, [Span(evidence.end_ms, evidence.end_ms + 5_000)])
    assert pause.at_ms == evidence.end_ms + CLOSE_MS


def test_without_sound_the_gap_between_the_words_decides() -> None:
    evidence = span_of(TALK, "six minutes")
    pause = place([evidence], TALK, [])
    assert pause.basis == "captions"
    assert evidence.end_ms < pause.at_ms <= evidence.end_ms + GAP_MS


def test_the_last_sentence_has_a_pause_inside_the_recording() -> None:
    last = TALK.sentences[-1].span
    assert last.end_ms <= place([last], TALK, []).at_ms <= TALK.duration_ms


@given(st.integers(0, len(LOCK) - 1), st.integers(-800, 800), st.booleans())
def test_no_pause_ever_cuts_a_word(number: int, off_ms: int, predict: bool) -> None:
    true = TALK.sentences[number].span
    shifted = Span(max(0, true.start_ms + off_ms), true.end_ms + max(off_ms, 1 - true.length_ms))
    pause = place([shifted], TALK, SILENCES, purpose="predict" if predict else "check")
    assert not inside_word(pause.at_ms, TALK, SILENCES) or pause.basis == "captions"


def test_the_middle_of_a_word_is_inside() -> None:
    word = TALK.words[5]
    assert inside_word((word.start_ms + word.end_ms) // 2, TALK, [])
    assert not inside_word(TALK.sentences[0].end_ms + 100, TALK, [])


@pytest.mark.parametrize("at_ms", [-1, 60_001])
def test_a_pause_outside_the_recording_is_refused(at_ms: int) -> None:
    with pytest.raises(PauseOutsideError, match="ends at 1:00"):
        within_recording(at_ms, 60_000)


def test_the_very_ends_of_the_recording_are_inside() -> None:
    assert within_recording(0, 60_000) == 0
    assert within_recording(60_000, 60_000) == 60_000


def test_a_soft_end_that_sinks_into_the_silence_is_heard_out() -> None:
    evidence = span_of(TALK, "six minutes")
    early = Span(evidence.end_ms - 90, evidence.end_ms + 900)
    assert place([evidence], TALK, [early]).at_ms == evidence.end_ms + CLOSE_MS


def test_before_a_prediction_the_pause_stays_close_to_the_first_word() -> None:
    evidence = span_of(TALK, "six minutes")
    before = Span(evidence.start_ms - 3_000, evidence.start_ms + 50)
    assert place([evidence], TALK, [before], purpose="predict").at_ms == evidence.start_ms - CLOSE_MS


def test_a_pause_is_told_by_the_words_before_it_and_the_silence_it_stands_in() -> None:
    evidence = span_of(TALK, "six minutes")
    silence = Span(evidence.end_ms, evidence.end_ms + 420)
    assert whereabouts(evidence.end_ms + 140, TALK, [silence]) == Whereabouts(evidence.end_ms + 140, "to fill", 420, 0)


def test_without_sound_it_is_told_how_far_off_a_pause_may_be() -> None:
    evidence = span_of(TALK, "six minutes")
    told = whereabouts(evidence.end_ms + 120, TALK, [])
    assert (told.after, told.silence_ms, told.likely_error_ms) == ("to fill", 0, LIKELY_ERROR_MS["given"])


def test_a_pause_in_the_middle_of_speech_has_no_silence_and_one_before_all_words_follows_none() -> None:
    evidence = span_of(TALK, "six minutes")
    assert whereabouts(evidence.start_ms + 500, TALK, SILENCES).silence_ms == 0
    assert whereabouts(0, TALK, []) == Whereabouts(0, "", 0, 0)


def talk(*texts: str, apart_ms: int = 300) -> Transcript:
    """Sentences of two seconds, one after the other."""
    step = 2_000 + apart_ms
    said = [Sentence((Word(n * step, n * step + 2_000, t, "aligned"),)) for n, t in enumerate(texts)]
    return Transcript("en", len(texts) * step, tuple(said))


@pytest.mark.parametrize(
    ("texts", "number"),
    [
        (("How long does it take?", "Six minutes.", "Then we go on."), 1),
        (("How long does it take?", "Six?", "Then we go on."), 1),
        (("The gate opens,", "and the boat goes in.", "We wait."), 1),
        (("The gate opens", "and the boat goes in.", "We wait.", "Then it shuts."), 1),
        (("The gate opens.", "and the boat goes in.", "We wait."), 0),
        (("the gate opens", "and the boat goes in", "we wait"), 0),
    ],
)
def test_a_pause_waits_for_the_end_of_the_clause_and_for_the_answer(texts: tuple[str, ...], number: int) -> None:
    said = talk(*texts)
    silences = [Span(s.end_ms, s.end_ms + 300) for s in said.sentences]
    at_ms = place([said.sentences[0].span], said, silences).at_ms
    assert said.sentences[number].end_ms < at_ms < said.sentences[number].end_ms + 300


def test_what_follows_much_later_is_not_waited_for() -> None:
    said = talk("How long does it take?", "Six minutes.", apart_ms=9_000)
    assert place([said.sentences[0].span], said, []).at_ms < said.sentences[1].start_ms


def test_where_words_are_guessed_a_silence_does_not_make_their_pause_sure() -> None:
    guessed = Transcript("en", 9_000, (Sentence((Word(0, 5_000, "Somewhere.", "guessed"),)),))
    told = whereabouts(5_100, guessed, [Span(5_000, 5_400)])
    assert (told.silence_ms, told.likely_error_ms) == (400, LIKELY_ERROR_MS["guessed"])
