import pytest

from escuela_core.errors import EscuelaError
from escuela_core.transcripts import Sentence, Transcript, Word, listing, prose, read_captions, ttml
from escuela_core.transcripts.cues import CaptionFramesError, CaptionLineError
from escuela_core.transcripts.formats import WRITTEN, has_times
from escuela_core.transcripts.ttml import CaptionsNotXmlError

TTML = """<?xml version="1.0"?>
<tt xmlns="http://www.w3.org/ns/ttml" xmlns:ttm="http://www.w3.org/ns/ttml#metadata"
    xmlns:ttp="http://www.w3.org/ns/ttml#parameter" ttp:frameRate="25" ttp:tickRate="1000" xml:lang="en">
  <head><ttm:agent xml:id="k" type="person"><ttm:name type="full">The keeper</ttm:name></ttm:agent></head>
  <body begin="10s"><div>
    <p begin="00:00:01.500" end="00:00:03.000" ttm:agent="k">Ropes &amp; knots<br/>hold <span>a boat</span>.</p>
    <p begin="4s" dur="500ms">Short.</p>
    <p begin="00:00:05:05" end="150f">By frames.</p>
    <p begin="7000t" end="8000t">By ticks.</p>
  </div></body>
</tt>"""


def spans(text: str) -> list[tuple[str, int, int]]:
    return [(s.text, s.start_ms, s.end_ms) for s in read_captions(text.encode(), language="en").sentences]


def test_ttml_reads_every_way_of_writing_a_time_and_adds_those_around() -> None:
    found = spans(TTML)
    assert [text for text, _, _ in found] == ["Ropes & knots hold a boat.", "Short.", "By frames.", "By ticks."]
    assert [start for _, start, _ in found] == [11_500, 14_000, 15_200, 17_000]


def test_ttml_keeps_speakers() -> None:
    assert read_captions(TTML.encode(), language="en").sentences[0].speaker == "The keeper"


def test_ttml_that_is_broken_or_timeless_is_named_by_line() -> None:
    with pytest.raises(CaptionsNotXmlError, match="line 2 breaks the XML"):
        read_captions(b"<tt xmlns='http://www.w3.org/ns/ttml'>\n<body><p></body></tt>", language="en")
    with pytest.raises(CaptionLineError, match="Line 7 of the captions is not a time: 'soon'"):
        read_captions(
            TTML.replace('begin="4s"', 'begin="soon"').replace('<p begin="00', '<p begin="00', 1).encode(),
            language="en",
        )


def test_ttml_expands_no_entities_and_opens_no_files() -> None:
    bomb = '<!DOCTYPE tt [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;"><!ENTITY f SYSTEM "file:///etc/passwd">]>'
    text = TTML.replace('<?xml version="1.0"?>\n', '<?xml version="1.0"?>' + bomb).replace("Short.", "Short &b; &f;.")
    try:
        read = " ".join(t for t, _, _ in spans(text))
    except EscuelaError:
        return
    assert "haha" not in read
    assert "root:" not in read


@pytest.mark.parametrize(
    ("text", "found"),
    [
        ("[0:01] One rope.\n[0:09] Two ropes.", [("One rope.", 1_000), ("Two ropes.", 9_000)]),
        ("0:01 One rope.\n0:09 Two ropes.", [("One rope.", 1_000), ("Two ropes.", 9_000)]),
        ("0:01\nOne rope.\n1:02:09\nTwo\nropes.", [("One rope.", 1_000), ("Two ropes.", 3_729_000)]),
        ("(0:01) - One rope.\n(0:09) - Two ropes.", [("One rope.", 1_000), ("Two ropes.", 9_000)]),
        ("0:01 - 0:04 One rope.\n0:09 - 0:12 Two ropes.", [("One rope.", 1_000), ("Two ropes.", 9_000)]),
        ("00:00:01.500 One rope.\n00:00:09,250 Two ropes.", [("One rope.", 1_500), ("Two ropes.", 9_250)]),
    ],
)
def test_pasted_listings_are_read_in_every_usual_form(text, found) -> None:
    assert [(t, start) for t, start, _ in spans(text)] == found


def test_a_listing_keeps_speakers_and_prose_with_one_time_is_no_listing() -> None:
    transcript = read_captions(b"0:01 Marta: One rope.\n0:09 Edo: Two ropes.", language="en")
    assert [s.speaker for s in transcript.sentences] == ["Marta", "Edo"]
    assert not has_times("We met at the quay.\n10:30 was the time.\n" + "And then we talked.\n" * 12)
    assert not listing.recognises("Nothing at all.")


def test_prose_gives_words_and_speakers() -> None:
    said = prose.read("Marta: One rope.\nIt holds - always.\n\nEdo: Two.")
    assert [(s.text, s.speaker) for s in said][-2:] == [("always.", "Marta"), ("Two.", "Edo")]
    assert "-" not in {s.text for s in said}
    with pytest.raises(prose.ProseEmptyError):
        prose.read(" \n - \n")


def test_written_prose_breaks_where_the_speaker_changes_or_the_talk_rests() -> None:
    def sentence(start_ms: int, text: str, speaker: str | None = None) -> Sentence:
        return Sentence((Word(start_ms, start_ms + 500, text, "given"),), speaker)

    talk = Transcript(
        "en",
        60_000,
        (sentence(0, "One."), sentence(900, "Two."), sentence(9_000, "Three."), sentence(9_600, "Four.", "Edo")),
    )
    assert prose.write(talk) == "One. Two.\n\nThree.\n\nEdo: Four.\n"


@pytest.mark.parametrize("name", ["webvtt", "srt", "ttml"])
def test_every_caption_format_goes_round_with_its_times(name, lock) -> None:
    again = read_captions(WRITTEN[name].write(lock).encode(), language="en", duration_ms=lock.duration_ms)
    assert [(s.text, s.start_ms, s.end_ms) for s in again.sentences] == [
        (s.text, s.start_ms, s.end_ms) for s in lock.sentences
    ]


def test_a_listing_goes_round_with_whole_seconds(lock) -> None:
    again = read_captions(listing.write(lock).encode(), language="en", duration_ms=lock.duration_ms)
    assert [(s.text, s.start_ms // 1000) for s in again.sentences] == [
        (s.text, s.start_ms // 1000) for s in lock.sentences
    ]


def test_speakers_and_signs_go_round_in_ttml() -> None:
    talk = Transcript(
        "en", 9_000, (Sentence((Word(0, 900, "<A&B>", "given"), Word(900, 1_800, "hold.", "given")), "Edo <1>"),)
    )
    (again,) = read_captions(ttml.write(talk).encode(), language="en").sentences
    assert (again.text, again.speaker) == ("<A&B> hold.", "Edo <1>")


def test_captions_all_in_capitals_are_set_small_and_said_so() -> None:
    text = "WEBVTT\n\n00:01.000 --> 00:04.000\nTHE GATE OPENS. I SEE\n\n00:04.000 --> 00:06.000\nTHE BOAT.\n"
    transcript = read_captions(text.encode(), language="en")
    assert [s.text for s in transcript.sentences] == ["The gate opens.", "I see the boat."]
    assert "capitals" in transcript.warnings[0].message


def test_names_before_the_words_are_speakers_where_the_file_does_so_again() -> None:
    text = "1\n00:00:01,000 --> 00:00:02,000\nMARTA LIND: One.\n\n2\n00:00:03,000 --> 00:00:04,000\n>> Edo: Two.\n\n"
    text += "3\n00:00:05,000 --> 00:00:06,000\n>> Three.\n\n4\n00:00:07,000 --> 00:00:08,000\nMARTA LIND: Four.\n\n"
    text += "5\n00:00:09,000 --> 00:00:10,000\nNote: five.\n\n6\n00:00:11,000 --> 00:00:12,000\nEdo: Six.\n"
    sentences = read_captions(text.encode(), language="en").sentences
    assert [(s.text, s.speaker) for s in sentences] == [
        ("One.", "MARTA LIND"),
        ("Two.", "Edo"),
        ("Three.", None),
        ("Four.", "MARTA LIND"),
        ("Note: five.", None),
        ("Six.", "Edo"),
    ]


def test_times_by_frames_are_refused_with_what_to_do() -> None:
    with pytest.raises(
        CaptionFramesError, match="Line 2 of the captions counts frames .*export them with milliseconds"
    ):
        read_captions(b"1\n00:00:01:12 --> 00:00:03:04\nHello.\n", language="en")


def test_a_file_put_together_from_two_encodings_is_read_line_by_line() -> None:
    text = (
        "1\n00:00:01,000 --> 00:00:02,000\nEl niño sube.\n\n2\n00:00:03,000 --> 00:00:04,000\n".encode()
        + "Mañana baja.\n".encode("latin-1")
    )
    transcript = read_captions(text, language="es")
    assert [s.text for s in transcript.sentences] == ["El niño sube.", "Mañana baja."]
    assert [(w.line, "encoding" in w.message) for w in transcript.warnings] == [(7, True)]


def test_a_hundred_thousand_cues_are_read() -> None:
    times = [f"{n // 3600:02d}:{n // 60 % 60:02d}:{n % 60:02d}" for n in range(100_000)]
    rows = "".join(f"\n{at}.000 --> {at}.900\nWord {n}.\n" for n, at in enumerate(times))
    assert len(read_captions(f"WEBVTT\n{rows}".encode(), language="xx").sentences) == 100_000


def test_ttml_times_without_a_unit_are_seconds() -> None:
    text = "<tt xmlns='http://www.w3.org/ns/ttml'><body><p begin='19.764' end='21.5'>The gate opens.</p></body></tt>"
    assert read_captions(text.encode(), language="en").sentences[0].start_ms == 19_764
