import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body } from "../api/client";
import { Button } from "../ui/Button";
import { Dialog } from "../ui/Dialog";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { useGapWords } from "./queries";

const LEVELS = ["A1", "A2", "B1", "B2", "C1"];

type Props = { lesson: string; chosen: number[]; keep: (chosen: number[]) => void; close: () => void };

/** What is said, each word to be pressed where it shall be taken out. */
export function GapWords({ lesson, chosen, keep, close }: Props) {
  const { t } = useTranslation();
  const [mine, setMine] = useState(() => new Set(chosen));
  const [level, setLevel] = useState("");
  const words = useGapWords(lesson, level);
  const items = useMutation({
    mutationFn: async () =>
      body(
        await api.POST("/api/lessons/{lesson_id}/handout/words/", {
          params: { path: { lesson_id: lesson } },
          body: { chosen: [...mine] },
        }),
      ),
  });
  const press = (start: number) => {
    const next = new Set(mine);
    if (!next.delete(start)) next.add(start);
    setMine(next);
  };
  const done = () => {
    keep([...mine].sort((a, b) => a - b));
    close();
  };
  return (
    <Dialog title={t("handout.chooseWords")} close={close} wide>
      <div className="mb-2 flex flex-wrap items-end gap-3">
        <label>
          <span className="block text-[13.5px] text-quiet">{t("handout.above")}</span>
          <select className="field !w-auto" value={level} onChange={(e) => setLevel(e.target.value)}>
            <option value="">{t("handout.anyLevel")}</option>
            {LEVELS.map((l) => (
              <option key={l}>{l}</option>
            ))}
          </select>
        </label>
        <Button
          disabled={!level || !words.data || words.isPlaceholderData}
          onClick={() => setMine(new Set([...mine, ...(words.data?.above ?? [])]))}
        >
          {t("handout.takeAbove", { count: level ? (words.data?.above.length ?? 0) : 0 })}
        </Button>
        <Button look="quiet" disabled={mine.size === 0} onClick={() => setMine(new Set())}>
          {t("handout.clearWords")}
        </Button>
      </div>
      {!words.data && <NotYet error={words.error} />}
      <div dir="auto" className="max-h-[50vh] overflow-y-auto border border-rule p-3 font-script leading-8">
        {words.data?.sentences.map((sentence) => (
          <p key={sentence[0]?.start_ms}>
            {sentence.map((word) => (
              <button
                key={word.start_ms}
                type="button"
                aria-pressed={mine.has(word.start_ms)}
                onClick={() => press(word.start_ms)}
                className={`rounded px-0.5 ${mine.has(word.start_ms) ? "border-b-2 border-teal bg-here font-semibold" : "hover:bg-sand"}`}
              >
                {word.text}
              </button>
            ))}
          </p>
        ))}
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <Button look="main" onClick={done}>
          {t("handout.useWords", { count: mine.size })}
        </Button>
        <Button disabled={mine.size === 0 || items.isPending} onClick={() => items.mutate()}>
          {t("handout.asItems")}
        </Button>
        <Button onClick={close}>{t("shared.close")}</Button>
        {items.data && <span role="status">{t("handout.madeItems", { count: items.data.count })}</span>}
      </div>
      <ErrorNotice error={items.error} />
    </Dialog>
  );
}
