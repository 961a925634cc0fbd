from escuela_core.language.boundaries import starts
from escuela_core.language.parsing import sentence_starts
from escuela_core.transcripts import read_captions

SAID = (
    "the chamber takes about six minutes to fill now look at the gates from above "
    "they meet in a shallow v what happens when the water rises the boat rises with it"
).split()


def test_words_that_open_sentences_stand_out() -> None:
    likely = starts(SAID)
    opening = [SAID.index("now"), SAID.index("they"), SAID.index("what")]
    inside = [SAID.index("about"), SAID.index("minutes"), SAID.index("shallow"), SAID.index("six")]
    assert likely[0] == 1.0
    assert min(likely[n] for n in opening) > 2 * max(likely[n] for n in inside)
    assert all(0.0 <= p <= 1.0 for p in likely)


def test_a_word_s_place_in_a_long_text_does_not_matter() -> None:
    once = starts(SAID * 3)
    many = starts(SAID * 200)
    middle = len(SAID) * 100
    assert max(abs(a - b) for a, b in zip(once[26:52], many[middle + 26 : middle + 52], strict=False)) < 0.5
    assert len(many) == len(SAID) * 200


def test_signs_capitals_and_unknown_words_are_taken() -> None:
    assert len(starts(["Zzyx,", "—", "“Qwrt”", "’s"])) == 4
    assert starts([]) == []
    assert sentence_starts(["uno", "dos"], "es") == [0.0, 0.0]


def test_automatic_captions_are_cut_into_sentences() -> None:
    rows = [f"\n00:00:{n:02d}.000 --> 00:00:{n + 1:02d}.000\n{' '.join(SAID[n * 4 : n * 4 + 4])}\n" for n in range(8)]
    sentences = read_captions(("WEBVTT\n" + "".join(rows)).encode(), language="en").sentences
    assert 2 <= len(sentences) <= 6
    assert sentences[1].text.startswith(("now", "they"))


def test_a_rest_in_the_talk_ends_a_sentence_in_any_language() -> None:
    text = "WEBVTT\n\n00:01.000 --> 00:02.000\nel agua sube\n\n00:04.000 --> 00:05.000\nla barca también\n"
    assert [s.text for s in read_captions(text.encode(), language="es").sentences] == [
        "el agua sube",
        "la barca también",
    ]
