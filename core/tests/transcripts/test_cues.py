from escuela_core.transcripts.cues import Cue, Stamp, clean


def cue(start_ms: int, end_ms: int | None, *lines: str, line: int = 1) -> Cue:
    return Cue(line, start_ms, end_ms, lines)


def test_cues_out_of_order_are_sorted_with_a_warning() -> None:
    cues, warnings = clean([cue(5_000, 6_000, "b"), cue(1_000, 2_000, "a", line=7)], 10_000)
    assert [c.start_ms for c in cues] == [1_000, 5_000]
    assert [(w.line, "out of order" in w.message) for w in warnings] == [(7, True)]


def test_an_overlap_is_cut_at_the_next_start_with_a_warning() -> None:
    cues, warnings = clean([cue(0, 5_000, "a"), cue(2_000, 6_000, "b")], 10_000)
    assert cues[0].end_ms == 2_000
    assert "overlapped" in warnings[0].message


def test_a_missing_end_is_taken_from_the_next_start() -> None:
    cues, warnings = clean([cue(0, None, "a"), cue(2_500, 4_000, "b")], 10_000)
    assert cues[0].end_ms == 2_500
    assert "no usable end" in warnings[0].message


def test_a_missing_end_at_the_end_stays_inside_the_recording() -> None:
    cues, _ = clean([cue(9_000, None, "a")], 10_000)
    assert cues[0].end_ms == 10_000


def test_rolling_captions_become_each_word_once() -> None:
    rolling = [
        cue(0, 2_000, "so here is"),
        cue(2_000, 4_000, "so here is", "the lathe"),
        cue(4_000, 4_010, "the lathe"),
        cue(4_010, 6_000, "the lathe", "and the rest"),
        cue(6_000, 8_000, "and the rest", "is over there"),
    ]
    cues, warnings = clean(rolling, 10_000)
    assert [line for c in cues for line in c.lines] == ["so here is", "the lathe", "and the rest", "is over there"]
    assert "Roll-up" in warnings[0].message


def test_word_stamps_move_with_the_words_that_stay() -> None:
    rolling = [cue(i * 1_000, (i + 1) * 1_000, f"line {i}", f"line {i + 1}") for i in range(4)]
    rolling[1] = Cue(1, 1_000, 2_000, ("line 1", "line 2"), None, (Stamp(2, 1_300), Stamp(3, 1_600)))
    cues, _ = clean(rolling, 10_000)
    assert cues[1].stamps == (Stamp(0, 1_300), Stamp(1, 1_600))


def test_a_speaker_who_repeats_himself_keeps_his_words() -> None:
    cues, warnings = clean(
        [cue(i * 1_000, i * 1_000 + 900, t) for i, t in enumerate(["no", "no", "yes", "well", "so"])], 10_000
    )
    assert len(cues) == 5
    assert warnings == []


def test_tidy_captions_need_no_repairs() -> None:
    assert clean([cue(0, 1_000, "a"), cue(1_000, 2_000, "b")], 5_000)[1] == []
