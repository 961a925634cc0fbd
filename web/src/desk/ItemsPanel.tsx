import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body } from "../api/client";
import { useKeys } from "../app/keys";
import { KINDS } from "../kinds/kinds";
import { useJob } from "../lessons/queries";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import { PasteDialog } from "./PasteDialog";
import type { DeskState } from "./useDeskState";

const WRITTEN = ["choice", "true_false", "gap"] as const;
type Written = (typeof WRITTEN)[number];

/** Items by hand, and items proposed. */
export function ItemsPanel({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const [pasting, setPasting] = useState(false);
  useKeys([{ keys: "Shift+V", label: t("paste.open"), run: () => setPasting(true) }]);
  return (
    <>
      <section aria-label={t("items.own")} className="mb-4">
        <h2 className="mb-1.5 font-semibold">{t("items.own")}</h2>
        <p className="mb-2 text-[13.5px] text-quiet">{t("items.ownHelp")}</p>
        <div className="flex flex-wrap gap-1.5">
          {KINDS.map((k) => (
            <Button key={k} small hint={k === "choice" ? "A" : undefined} onClick={() => state.addItem(k)}>
              {t(`kind.${k}`)}
            </Button>
          ))}
        </div>
        <Button small hint="Shift+V" className="mt-2" onClick={() => setPasting(true)}>
          {t("paste.open")}
        </Button>
        {pasting && <PasteDialog state={state} close={() => setPasting(false)} />}
      </section>
      <ProposeForm state={state} />
    </>
  );
}

function ProposeForm({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const { desk } = state;
  const [segment, setSegment] = useState("");
  const [kinds, setKinds] = useState<Written[]>([...WRITTEN]);
  const [count, setCount] = useState("");
  const [seed, setSeed] = useState(1);
  const { proposing: job, propose: setJob } = state;
  const [error, setError] = useState<unknown>(null);
  const watched = useJob(job);
  const ended = watched.data?.state === "done" || watched.data?.state === "failed";
  const running = job !== null && !ended;
  useEffect(() => {
    if (ended) queries.invalidateQueries({ queryKey: ["desk", desk.id] });
  }, [ended, queries, desk.id]);
  const propose = async () => {
    if (running || kinds.length === 0) return;
    setError(null);
    const given = { kinds, count: count ? Number(count) : null, segments: segment ? [segment] : [], seed };
    try {
      const started = await api.POST("/api/lessons/{lesson_id}/propose/", {
        params: { path: { lesson_id: desk.id } },
        body: given,
      });
      setJob(body(started).id);
      setSeed(seed + 1);
    } catch (refused) {
      setError(refused);
    }
  };
  useKeys([{ keys: "W", label: t("items.propose"), run: propose }]);
  return (
    <section aria-label={t("items.proposed")} className="border-t border-rule pt-3">
      <h2 className="mb-2 font-semibold">{t("items.proposed")}</h2>
      <Field label={t("items.for")}>
        <select className="field" value={segment} onChange={(e) => setSegment(e.target.value)}>
          <option value="">{t("items.whole")}</option>
          {desk.segments.map((s, n) => (
            <option key={s.id} value={s.id}>
              {n + 1} · {s.title}
            </option>
          ))}
        </select>
      </Field>
      <KindChoice kinds={kinds} put={setKinds} />
      <Field label={t("items.howMany")} help={count ? undefined : t("items.byLength")}>
        <input
          className="field !w-28"
          type="number"
          min={1}
          max={200}
          value={count}
          placeholder={t("items.auto")}
          onChange={(e) => setCount(e.target.value)}
        />
      </Field>
      <Button look="main" hint="W" disabled={running || kinds.length === 0} onClick={propose}>
        {running ? t("items.writing") : t("items.propose")}
      </Button>
      <ErrorNotice error={error} />
      {watched.data?.state === "done" && <Made result={watched.data.result as Result} />}
      {watched.data?.state === "failed" && <p role="alert">{watched.data.error_message}</p>}
    </section>
  );
}

type Result = { made: number; wanted: number; short_because: string };

function Made({ result }: { result: Result }) {
  const { t } = useTranslation();
  return (
    <p role="status" className="mt-2 text-[14px]">
      {t("items.made", { count: result.made })}{" "}
      {result.short_because && t(`items.short.${result.short_because}`, { wanted: result.wanted })}
    </p>
  );
}

function KindChoice({ kinds, put }: { kinds: Written[]; put: (kinds: Written[]) => void }) {
  const { t } = useTranslation();
  return (
    <fieldset className="mb-3">
      <legend className="mb-1 text-[13.5px] text-quiet">{t("items.kinds")}</legend>
      <div className="flex flex-wrap gap-1.5">
        {WRITTEN.map((k) => (
          <label
            key={k}
            className="relative cursor-pointer rounded border border-rule px-2.5 py-1 text-[14px] has-checked:border-teal has-checked:font-semibold has-checked:text-teal has-focus-visible:outline-2 has-focus-visible:outline-teal"
          >
            <input
              type="checkbox"
              className="absolute inset-0 size-full cursor-pointer opacity-0"
              checked={kinds.includes(k)}
              onChange={() => put(kinds.includes(k) ? kinds.filter((x) => x !== k) : [...kinds, k])}
            />
            {t(`kind.${k}`)}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
