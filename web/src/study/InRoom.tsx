import { useEffect, useMemo } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../api/client";
import { useEvents } from "../app/events";
import { newId } from "../app/ids";
import { ErrorNotice, Waiting } from "../ui/Notice";
import { Card } from "./Card";
import type { Rules } from "./door";
import { Outbox } from "./outbox";
import { InWording, useWording } from "./useWording";
import { progressIn, questionIn } from "./wording";

type Told = Schemas["InRoomOut"];
type Props = { code: string; student: string; nickname: string; rules: Rules; over: () => void };

/** A student's phone while the lesson is played in the room: the item that the screen asks, and what came of it. */
export function InRoom({ code, student, nickname, rules, over }: Props) {
  const path = { params: { path: { code } } };
  const { told, take, error } = useEvents<Told>(`/api/study/${code}/room/events/`, async () =>
    body(await api.GET("/api/study/{code}/room/", path)),
  );
  const outbox = useMemo(() => new Outbox(code, student, () => undefined), [code, student]);
  useEffect(() => () => outbox.close(), [outbox]);
  const runs = told?.runs ?? true;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when it is over
  useEffect(() => {
    if (!runs) over();
  }, [runs]);
  if (!told) return error ? <ErrorNotice error={error} /> : <Waiting />;
  return <Asked told={told} take={take} error={error} outbox={outbox} nickname={nickname} rules={rules} />;
}

type AskedProps = {
  told: Told;
  take: (told: Told) => void;
  error: unknown;
  outbox: Outbox;
  nickname: string;
  rules: Rules;
};

function Asked({ told, take, error, outbox, nickname, rules }: AskedProps) {
  const { t } = useTranslation();
  const original = told.question ?? undefined;
  const wording = useWording(original ? [original] : [], told.language);
  const question = original && questionIn(original, wording.tag);
  const progress = told.progress ? progressIn(told.progress, wording.tag) : undefined;
  const send = async (response: Parameters<Outbox["answer"]>[2]) => {
    const progress = await outbox.answer(newId(), question?.id ?? "", response);
    if (progress) take({ ...told, progress });
    return progress;
  };
  return (
    <main className="mx-auto flex min-h-dvh max-w-2xl flex-col bg-paper">
      <header className="flex justify-between gap-3 px-4 py-2 text-[13.5px] text-quiet">
        <h1 dir="auto" className="truncate">
          {told.title}
        </h1>
        <span dir="auto">{nickname}</span>
      </header>
      {error !== null && <ErrorNotice error={error} />}
      <InWording choice={wording}>
        {question ? (
          <Card
            key={`${question.id} ${told.takes} ${told.phase === "told"}`}
            lesson={told}
            count={told.item_count}
            question={question}
            progress={progress}
            number={told.number}
            rules={rules}
            shut={!told.takes}
            send={send}
            open={() => Promise.reject(new Error("no clock runs in the room"))}
            hear={null}
            goOn={null}
            goOnLabel=""
          />
        ) : (
          <div role="status" className="m-auto p-8 text-center">
            <h2 className="mb-2 font-script text-2xl font-semibold">{t("inRoom.watch")}</h2>
            <p className="text-quiet">{t("inRoom.watchHelp")}</p>
          </div>
        )}
      </InWording>
    </main>
  );
}
