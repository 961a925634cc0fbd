import pytest

from escuela_core.transcripts import read_captions, srt, webvtt
from escuela_core.transcripts.cues import CaptionBeyondEndError, CaptionLineError, CaptionsNoCuesError

VTT = """WEBVTT - made by hand

NOTE nobody reads this --- not even us

STYLE
::cue { color: red }

intro
00:01.000 --> 00:03.000 align:start position:10%
<v Runa Tessel>Ropes &amp; knots <i>hold</i> a boat.

00:00:03.500 --> 00:00:06.000
<v Edo>A knot<00:00:04.500> that<00:00:05.000> slips is no knot.
"""


def test_webvtt_reads_voices_entities_and_markup() -> None:
    transcript = read_captions(VTT.encode(), language="en")
    assert [s.text for s in transcript.sentences] == ["Ropes & knots hold a boat.", "A knot that slips is no knot."]
    assert [s.speaker for s in transcript.sentences] == ["Runa Tessel", "Edo"]


def test_inline_word_times_are_given_and_the_rest_estimated() -> None:
    words = read_captions(VTT.encode(), language="en").sentences[1].words
    assert (words[2].text, words[2].start_ms, words[2].timing) == ("that", 4_500, "given")
    assert words[0].timing == "estimated"


def test_srt_reads_loose_forms() -> None:
    loose = "00:00:01.000 --> 00:00:02.500\nHello there.\n2\n00:00:03,000 --> 00:00:04,000\n<b>Good</b> bye.\n"
    transcript = read_captions(loose.encode(), language="en")
    assert [s.text for s in transcript.sentences] == ["Hello there.", "Good bye."]


@pytest.mark.parametrize("writer", [webvtt.write, srt.write])
def test_what_is_written_reads_back_the_same(writer, lock) -> None:
    again = read_captions(writer(lock).encode(), language="en", duration_ms=lock.duration_ms)
    assert [(s.text, s.start_ms, s.end_ms) for s in again.sentences] == [
        (s.text, s.start_ms, s.end_ms) for s in lock.sentences
    ]


def test_webvtt_keeps_word_times_on_the_way_round(lock) -> None:
    again = read_captions(webvtt.write(lock).encode(), language="en", duration_ms=lock.duration_ms)
    assert [w.start_ms for w in again.words] == [w.start_ms for w in lock.words]


def test_markup_in_words_survives_webvtt(lock) -> None:
    from core_samples import spoken_once

    again = read_captions(webvtt.write(spoken_once("Is a < b & c > d here?")).encode(), language="en")
    assert again.sentences[0].text == "Is a < b & c > d here?"


@pytest.mark.parametrize(
    "line", ["00:00:0x.000 --> 00:00:02.000", "-00:00:01.000 --> 00:00:02.000", "00:00:75.000 --> 00:02:00.000"]
)
def test_a_line_that_is_no_time_is_named(line: str) -> None:
    with pytest.raises(CaptionLineError, match="Line 3 of the captions is not a time"):
        read_captions(f"WEBVTT\n\n{line}\nHello\n".encode(), language="en")


def test_captions_beyond_the_recording_are_refused_by_line() -> None:
    text = "WEBVTT\n\n00:00:01.000 --> 00:00:02.000\nHello.\n\n00:02:05.000 --> 00:02:07.000\nLate.\n"
    with pytest.raises(
        CaptionBeyondEndError, match="Line 6 of the captions is at 2:05, but the recording ends at 1:00"
    ):
        read_captions(text.encode(), language="en", duration_ms=60_000)


def test_a_file_without_times_says_so() -> None:
    with pytest.raises(CaptionsNoCuesError):
        read_captions(b"just some prose, no times at all", language="en")


NAMES = ("Ana", "Bo", "Cleo", "Dora")
LINE = "The keeper shuts the gate and then he opens the sluice so that the water can run in from above."


def test_a_listing_with_a_line_every_half_minute_shares_its_words_out_up_to_the_next() -> None:
    text = "".join(f"{at // 60}:{at % 60:02} {NAMES[at // 30]}, {LINE} {LINE} {LINE}\n" for at in (0, 30, 60, 90))
    read = read_captions(text.encode(), language="en", duration_ms=120_000)
    ends = [s.end_ms for s in read.sentences]
    assert len(ends) == 12
    assert all(abs(ends[n] - at) < 3_000 for n, at in enumerate(range(10_000, 121_000, 10_000)))
    assert not read.sentences[1].is_sure
    near = read_captions(f"0:00 {LINE}\n0:08 {LINE}\n".encode(), language="en", duration_ms=16_000)
    assert all(s.is_sure for s in near.sentences)


def test_a_short_line_before_a_long_silence_is_not_drawn_out() -> None:
    read = read_captions(b"0:00 Good evening.\n1:00 Now we begin.\n", language="en", duration_ms=70_000)
    assert read.sentences[0].end_ms < 4_000
