from core_samples import spoken_once

from escuela_core.timeline import Span
from escuela_core.transcripts import Sentence, Transcript, Word, prose, timing
from escuela_core.transcripts.correcting import corrected


def words(*texts: str, step: int = 500, timing: str = "given") -> tuple[Word, ...]:
    return tuple(Word(n * step, n * step + 400, t, timing) for n, t in enumerate(texts))


def test_words_are_moved_to_the_sound_and_the_middle_move_is_told() -> None:
    talk = Transcript("en", 20_000, (Sentence(words("One", "rope", "holds.")),))
    spans = [Span(w.start_ms + 3_000, w.end_ms + 3_000) for w in talk.words]
    moved = timing.retimed(talk, spans)
    assert (moved.moved_ms, moved.found) == (3_000, 1.0)
    assert [(w.start_ms, w.timing) for w in moved.transcript.words] == [
        (3_000, "aligned"),
        (3_500, "aligned"),
        (4_000, "aligned"),
    ]


def test_words_the_sound_does_not_have_stand_between_their_neighbours_as_estimates() -> None:
    talk = Transcript("en", 20_000, (Sentence(words("One", "wet", "rope", "holds.")),))
    moved = timing.retimed(talk, [Span(5_000, 5_400), None, None, Span(8_000, 8_500)]).transcript.words
    assert [w.timing for w in moved] == ["aligned", "estimated", "estimated", "aligned"]
    assert 5_400 <= moved[1].start_ms < moved[2].start_ms <= 8_000


def test_speakers_are_kept_when_words_move() -> None:
    talk = Transcript(
        "en", 20_000, (Sentence(words("One."), "Edo"), Sentence((Word(900, 1_200, "Two.", "given"),), "Marta"))
    )
    moved = timing.retimed(talk, [Span(2_000, 2_400), Span(4_000, 4_400)]).transcript
    assert [(s.text, s.speaker) for s in moved.sentences] == [("One.", "Edo"), ("Two.", "Marta")]


def test_text_that_was_not_found_is_a_warning_and_never_silently_guessed() -> None:
    said = prose.read("One rope holds. Nobody said this. Two ropes hold.")
    found = [Span(n * 500, n * 500 + 400) for n in range(9)]
    spans = [*found[:3], None, None, None, *found[6:]]
    transcript = timing.from_prose(said, spans, language="en", duration_ms=20_000)
    assert [w.message for w in transcript.warnings] == [
        "“Nobody said this.” was not found in the sound; its time near 0:01 is a guess."
    ]
    assert len(transcript.sentences) == 3


def test_words_before_the_first_found_one_stand_right_before_it() -> None:
    said = prose.read("Well then rope.")
    found = timing.from_prose(said, [None, None, Span(9_000, 9_400)], language="en", duration_ms=20_000).words
    assert found[0].start_ms > 7_500
    assert found[1].end_ms <= 9_000


def test_a_text_that_is_misheard_in_part_is_still_what_is_spoken() -> None:
    span = Span(0, 100)
    assert timing.is_heard([span, None, span, None])
    assert not timing.is_heard([span, *[None] * 9])
    assert not timing.is_heard([])


def test_a_text_is_matched_to_what_a_recogniser_heard() -> None:
    heard = words("el", "agua", "sube", "despacio")
    spans = timing.matched(["El", "agua", "clara", "sube", "despacio."], heard)
    assert [s.start_ms if s else None for s in spans] == [0, 500, None, 1_000, 1_500]


def test_recognised_words_become_sentences() -> None:
    transcript = timing.from_words(words("One", "rope.", "Two", "ropes."), language="en", duration_ms=9_000)
    assert [s.text for s in transcript.sentences] == ["One rope.", "Two ropes."]


def test_a_corrected_word_keeps_its_time_and_added_ones_share_it() -> None:
    old = spoken_once("The gate holds firmly.").words
    new = corrected(old, "The gates hold firmly.".split())
    assert [(w.start_ms, w.end_ms) for w in new] == [(w.start_ms, w.end_ms) for w in old]
    more = corrected(old, "The oak gate holds firmly.".split())
    assert (more[0].start_ms, more[-1].end_ms) == (old[0].start_ms, old[-1].end_ms)


def test_rows_of_words_that_were_not_found_spread_over_what_is_spoken_and_are_no_longer_relied_on() -> None:
    said = prose.read("One two. Lost words here and more of them.")
    spans = [Span(0, 400), Span(500, 900), *[None] * 7]
    silences = [Span(900, 5_000), Span(8_000, 10_000)]
    told = timing.from_prose(said, spans, language="en", duration_ms=10_000, silences=silences)
    first, last = told.sentences
    assert (first.is_sure, last.is_sure) == (True, False)
    assert last.words[1].start_ms >= 5_000
    assert 7_000 < last.end_ms <= 8_000


def test_two_words_not_found_are_an_estimate_between_their_neighbours() -> None:
    said = prose.read("One two three four.")
    spans = [Span(0, 400), None, None, Span(2_000, 2_300)]
    told = timing.from_prose(said, spans, language="en", duration_ms=3_000)
    assert [w.timing for w in told.words] == ["aligned", "estimated", "estimated", "aligned"]
    assert told.sentences[0].is_sure
