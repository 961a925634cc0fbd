import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Clock } from "../player/clock";
import { usePlayed } from "../player/hooks";
import { allowedSeek, armed, gapFrom, isDone, nextStop, type Stop, stopsOf } from "./course";
import {
  type Answered,
  KEPT_HERE,
  NOTHING_YET,
  type Progress,
  type Rules,
  type StudyDoor,
  type StudyLesson,
} from "./door";

export type Phase = "watching" | "asking" | "hearing" | "ended";

type Given = {
  clock: Clock;
  lesson: StudyLesson;
  rules: Rules;
  door: StudyDoor;
  first: Progress[];
  furthestMs: number;
  finished: boolean;
  /** Whether no answer is taken any more. */
  closed: boolean;
};

/** The way through a lesson: plays, stops where something is asked, goes on once it is answered. */
export function useCourse(given: Given) {
  const { clock, lesson, door, rules } = given;
  const stops = useMemo(() => stopsOf(lesson), [lesson]);
  const [progress, setProgress] = useState(() => new Map(given.first.map((p) => [p.item, p])));
  const [phase, setPhase] = useState<Phase>(given.finished ? "ended" : "watching");
  const [stop, setStop] = useState<Stop | null>(null);
  // Asked from the list at the end, to which the student goes back.
  const [fromList, setFromList] = useState(false);
  const [index, setIndex] = useState(0);
  const furthest = useRef(given.furthestMs);
  // The item that is open where all of them stand beside the recording.
  const beside = rules.manner === "beside";
  const [chosen, choose] = useState(() => (beside ? (lesson.items.find((i) => !isDone(progress, i))?.id ?? "") : ""));
  const latest = useRef(progress);
  latest.current = progress;

  const take = useCallback((told: Progress) => setProgress((old) => new Map(old).set(told.item, told)), []);
  usePlayed(clock, (stretch) => {
    furthest.current = Math.max(furthest.current, stretch.end_ms);
    door.played(stretch);
  });

  const ask = useCallback(
    (at: Stop) => {
      clock.hold();
      setStop(at);
      setFromList(false);
      setIndex(
        Math.max(
          0,
          at.items.findIndex((i) => !isDone(latest.current, i)),
        ),
      );
      setPhase("asking");
    },
    [clock],
  );

  const askFromList = (item: string) => {
    const at = stops.find((s) => s.items.some((i) => i.id === item));
    if (!at) return;
    if (beside) {
      choose(item);
      setPhase("watching");
      return;
    }
    clock.hold();
    clock.seek(at.atMs);
    setStop(at);
    setIndex(at.items.findIndex((i) => i.id === item));
    setFromList(true);
    setPhase("asking");
  };

  // Arms the next pause whenever the student watches; the lesson ends with its last part.
  const arm = useCallback(() => {
    const next = () => (beside ? null : nextStop(stops, latest.current, clock.nowMs));
    armed(clock, lesson, next, ask, () => (beside ? clock.hold() : setPhase("ended")));
  }, [clock, stops, ask, lesson, beside]);

  useEffect(() => {
    if (phase === "watching") arm();
  }, [phase, arm]);

  const watch = useCallback(() => {
    setStop(null);
    setPhase("watching");
    clock.play();
  }, [clock]);

  const goOn = useCallback(() => {
    if (fromList) {
      setPhase("ended");
      return;
    }
    const left = stop ? stop.items.findIndex((i, n) => n > index && !isDone(latest.current, i)) : -1;
    if (left >= 0) {
      setIndex(left);
      return;
    }
    if (stop) clock.seek(stop.atMs + 40);
    const atEnd = clock.nowMs >= lesson.end_ms - 300;
    if (atEnd) setPhase("ended");
    else watch();
  }, [fromList, stop, index, clock, lesson.end_ms, watch]);

  const hear = useCallback(
    (fromMs: number) => {
      if (!stop) return;
      setPhase("hearing");
      clock.seek(Math.max(lesson.start_ms, fromMs - 300));
      clock.pauseAt(stop.atMs, () => setPhase("asking"));
      clock.play();
    },
    [clock, stop, lesson.start_ms],
  );

  const seek = (ms: number) => {
    if (phase === "asking") setStop(null);
    setPhase("watching");
    const now = Math.max(clock.nowMs, 0);
    const to = allowedSeek(rules, Math.max(lesson.start_ms, ms), now, furthest.current);
    const gap = gapFrom(lesson.stretches, to);
    clock.pauseAt(null);
    clock.seek(gap && to >= gap.fromMs ? gap.toMs : to);
    arm();
  };

  const send = async (item: string, response: Answered): Promise<Progress | null> => {
    const before = (latest.current.get(item)?.answers ?? []).map((a) => a.outcome);
    const told = await door.answer(item, response, before);
    // While there is no connection the item counts as answered here, so that the student can go on.
    take(told ?? { ...NOTHING_YET, ...KEPT_HERE, item });
    return told;
  };

  const leaveHearing = () => {
    clock.hold();
    if (stop) clock.seek(stop.atMs);
    setPhase("asking");
  };

  return {
    stops,
    progress,
    phase,
    stop,
    index,
    send,
    fromList,
    beside,
    chosen,
    choose,
    furthestMs: () => Math.max(furthest.current, clock.nowMs),
    finished: given.finished,
    closed: given.closed,
    finish: door.finish,
    near: door.near,
    openItem: door.open,
    goOn,
    hear,
    seek,
    watch,
    take,
    setPhase,
    leaveHearing,
    askFromList,
  };
}

export type Course = ReturnType<typeof useCourse>;
