import { useTranslation } from "react-i18next";
import { useParams } from "react-router";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { Rich } from "../ui/Rich";
import { Paces } from "./Paces";
import { type Screen, useRoom, useScreen } from "./useScreen";

/** The teacher's phone as the remote control of the screen. */
export function RemotePage() {
  const { assignment = "" } = useParams();
  const found = useScreen(assignment);
  if (!found.data) return <NotYet error={found.error} />;
  return <Remote assignment={assignment} screen={found.data} />;
}

function Remote({ assignment, screen }: { assignment: string; screen: Screen }) {
  const { t } = useTranslation();
  const { room, step, error } = useRoom(screen, assignment);
  const playing = room.phase === "playing";
  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col gap-4 p-5">
      <p dir="auto" className="text-quiet">
        {screen.name}
      </p>
      <h1 dir="auto" className="text-lg font-semibold">
        {room.question ? <Rich text={room.question.prompt} /> : screen.lesson.title}
      </h1>
      <p role="status">
        {room.question && `${t("room.answeredShort", { count: room.answered })} · `}
        {t("room.here", { count: room.here })}
      </p>
      <ErrorNotice error={error} />
      {room.runs ? (
        <div className="mt-auto grid gap-3 [&_button]:min-h-16 [&_button]:justify-center [&_button]:text-lg [&_kbd]:hidden">
          <Paces room={room} step={step} toggle={() => step(playing ? "hold" : "play")} playing={playing} />
        </div>
      ) : (
        <p>{t("room.notRunning")}</p>
      )}
    </main>
  );
}
