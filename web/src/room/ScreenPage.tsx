import { useEffect, useMemo, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, useNavigate, useParams } from "react-router";
import { useKeys } from "../app/keys";
import { Doors } from "../assignments/Doors";
import { useClock, useOnClock } from "../player/hooks";
import { Picture } from "../player/Picture";
import { Bar } from "../study/Bar";
import { armed, nextStop, stopsOf } from "../study/course";
import { NOTHING_YET } from "../study/door";
import { Button } from "../ui/Button";
import { Dialog } from "../ui/Dialog";
import { KeyList } from "../ui/KeyList";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { WordsLanguage } from "../ui/words";
import { Asked } from "./Asked";
import { Paces } from "./Paces";
import { type Screen, type Steps, useRoom, useScreen } from "./useScreen";

/** The lesson on the screen in the room: it plays, stops, asks; the teacher holds the pace. */
export function ScreenPage() {
  const { assignment = "" } = useParams();
  const found = useScreen(assignment);
  if (!found.data) return <NotYet error={found.error} />;
  return <InRoom assignment={assignment} screen={found.data} />;
}

const HERE_MS = 10_000;
/** Hearing a part again begins a little before it. */
const BEFORE_MS = 300;

function InRoom({ assignment, screen }: { assignment: string; screen: Screen }) {
  const { t } = useTranslation();
  const go = useNavigate();
  const { lesson } = screen;
  const steps = useRoom(screen, assignment);
  const { room, step } = steps;
  const player = usePlayer(screen, steps);
  const { clock, playing } = player;
  const lobby = !room.runs || (room.phase === "held" && room.told.length === 0 && room.at_ms <= lesson.start_ms);
  const results = `/lessons/${screen.lesson_id}/results?assignment=${assignment}`;
  const [remote, setRemote] = useState(false);
  const end = () => steps.end().then(() => go(results));
  const begin = () => (room.runs ? step("play", { at_ms: lesson.start_ms + 1 }) : steps.open());
  useKeys([
    { keys: "Enter", label: t(room.runs ? "room.begin" : "room.open"), run: begin, off: !lobby },
    { keys: "E", label: room.runs ? t("room.end") : "", run: end, off: !room.runs },
    { keys: "T", label: t("room.remote"), run: () => setRemote(true) },
  ]);
  const question = !lobby && room.question !== null && room.phase !== "hearing";
  return (
    <main className="flex h-dvh flex-col bg-paper">
      <header className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-rule px-5 py-2 text-[15px]">
        <b dir="auto">{screen.name}</b>
        {!lobby && (
          <span className="text-quiet">
            {screen.link.replace(/^https?:\/\//, "")} · {t("room.here", { count: room.here })}
          </span>
        )}
        <span className="ml-auto flex items-center gap-2">
          <Button small hint="T" onClick={() => setRemote(true)}>
            {t("room.remote")}
          </Button>
          {room.runs ? (
            <Button small hint="E" onClick={end}>
              {t("room.end")}
            </Button>
          ) : (
            <Link className="text-teal underline" to={`/lessons/${screen.lesson_id}/share`}>
              {t("room.leave")}
            </Link>
          )}
          <KeyList />
        </span>
      </header>
      <ErrorNotice error={steps.error} />
      <div className="flex min-h-0 flex-1 flex-col overflow-y-auto">
        {lobby && <Doors {...screen} title={lesson.title} />}
        {lobby && room.runs && (
          <p role="status" className="pb-4 text-center text-xl text-quiet">
            {t("room.here", { count: room.here })}
          </p>
        )}
        <WordsLanguage value={lesson.language}>{question && <Asked room={room} />}</WordsLanguage>
        <div className={lobby || question ? "hidden" : "mx-auto w-full max-w-[calc((100dvh-11rem)*16/9)]"}>
          <Picture
            clock={clock}
            url={lesson.media_url}
            playerUrl={lesson.player_url}
            playerDialect={lesson.player_dialect}
            hasPicture={lesson.has_picture}
            title={lesson.title}
            language={lesson.language}
            startMs={player.startMs}
          />
          <Bar clock={clock} lesson={lesson} stops={player.stops} progress={player.done} seek={player.seek} />
        </div>
      </div>
      <footer className="flex flex-wrap items-center gap-2.5 border-t border-rule bg-sheet px-5 py-3">
        {lobby ? (
          <Button look="main" hint="Enter" onClick={begin} className="min-h-12">
            {t(room.runs ? "room.begin" : "room.open")}
          </Button>
        ) : (
          <Paces room={room} step={step} atMs={() => clock.nowMs} toggle={player.toggle} playing={playing} />
        )}
        {!room.runs && <span className="text-quiet">{t("room.openHelp")}</span>}
      </footer>
      {remote && (
        <Dialog title={t("room.remote")} close={() => setRemote(false)}>
          <p className="mb-3">{t("room.remoteHelp")}</p>
          <img src={screen.remote_qr} alt={screen.remote} className="mx-auto w-56" />
          <p className="mt-3 break-all text-center text-[13.5px]">{screen.remote}</p>
        </Dialog>
      )}
    </main>
  );
}

/** The recording on this screen, which follows the room's steps wherever they come from, and asks where a pause is. */
function usePlayer(screen: Screen, { room, step }: Steps) {
  const clock = useClock();
  const { lesson } = screen;
  const stops = useMemo(() => stopsOf(lesson), [lesson]);
  const [startMs] = useState(Math.max(lesson.start_ms, screen.room.at_ms));
  const told = room.told.join();
  const done = useMemo(
    () => new Map(told.split(",").map((item) => [item, { ...NOTHING_YET, item, done: true }])),
    [told],
  );
  const stopOf = (item: string | undefined) => stops.find((s) => s.items.some((i) => i.id === item));
  // What the clock calls later finds the room as it is then.
  const latest = useRef({ done, step });
  latest.current = { done, step };
  const arm = () =>
    armed(
      clock,
      lesson,
      () => nextStop(stops, latest.current.done, clock.nowMs),
      (stop) => {
        const item = stop.items.find((i) => !latest.current.done.has(i.id));
        latest.current.step("ask", { at_ms: stop.atMs, item: item?.id ?? "" });
      },
      () => latest.current.step("hold", { at_ms: lesson.end_ms }),
    );
  const left = useRef<string | undefined>(room.question?.id);
  const { runs, phase, question, version } = room;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the clock follows the steps alone
  useEffect(() => {
    clock.pauseAt(null);
    const stop = stopOf(question?.id ?? left.current);
    if (!runs || phase !== "playing") clock.hold();
    if (runs && phase === "hearing" && stop) {
      clock.seek(Math.max(lesson.start_ms, (question?.hear_from_ms ?? stop.atMs) - BEFORE_MS));
      clock.pauseAt(stop.atMs, () => latest.current.step("back"));
      clock.play();
    }
    if (runs && phase === "playing") {
      if (stop && left.current) clock.seek(stop.atMs + 40);
      arm();
      clock.play();
    }
    left.current = question?.id;
  }, [runs, version]);
  useEffect(() => {
    if (!runs) return;
    const timer = setInterval(() => latest.current.step("here", { at_ms: clock.nowMs }), HERE_MS);
    return () => clearInterval(timer);
  }, [runs, clock]);
  const playing = useOnClock(clock, (c) => c.playing);
  return {
    clock,
    playing,
    stops,
    done,
    startMs,
    // A page that was loaded anew may not play before something is pressed.
    toggle: () =>
      phase === "playing" && !playing ? clock.play() : step(playing ? "hold" : "play", { at_ms: clock.nowMs }),
    seek: (ms: number) => {
      clock.pauseAt(null);
      clock.seek(ms);
      arm();
    },
  };
}
