import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { Field } from "../../ui/Field";
import { ErrorNotice } from "../../ui/Notice";
import { Toggle } from "../../ui/Toggle";
import type { DeskState } from "../useDeskState";

type Props = { state: DeskState; where: "script" | "items"; close: () => void };

/** Find and replace over the whole script or all items, with every change shown before it is made. */
export function ReplaceDialog({ state, where, close }: Props) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const lesson = state.desk.id;
  const [find, setFind] = useState("");
  const [replacement, setReplacement] = useState("");
  const [wholeWords, setWholeWords] = useState(false);
  const [matchCase, setMatchCase] = useState(false);
  const [left, setLeft] = useState<Set<string>>(new Set());
  const [both, setBoth] = useState(true);
  const over = where === "script" && both ? ("both" as const) : where;
  const asked = useDeferredValue({ where: over, find, replacement, whole_words: wholeWords, match_case: matchCase });
  const ask = async (chosen?: string[]) =>
    body(
      await api.POST("/api/lessons/{lesson_id}/replace/", {
        params: { path: { lesson_id: lesson } },
        body: { ...asked, ...(chosen ? { chosen } : {}) },
      }),
    );
  const matches = useQuery({
    queryKey: ["replace", lesson, asked],
    enabled: asked.find.trim() !== "",
    queryFn: () => ask(),
    placeholderData: keepPreviousData,
  });
  const rows = (asked.find.trim() !== "" && matches.data) || [];
  // What is replaced is what stands in the preview, never what is still being looked for.
  const current = matches.isSuccess && !matches.isPlaceholderData;
  const chosen = rows.filter((r) => !left.has(r.id)).map((r) => r.id);
  const replace = useMutation({
    mutationFn: () => ask(chosen),
    onSuccess: async () => {
      await Promise.all([
        queries.invalidateQueries({ queryKey: ["desk", lesson] }),
        queries.invalidateQueries({ queryKey: ["script", lesson] }),
      ]);
      close();
    },
  });
  return (
    <Dialog title={t(`replace.title.${where}`)} close={close} wide>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (current && chosen.length) replace.mutate();
        }}
      >
        <div className="grid gap-x-4 sm:grid-cols-2">
          <Field label={t("replace.find")}>
            <input className="field" dir="auto" value={find} onChange={(e) => setFind(e.target.value)} />
          </Field>
          <Field label={t("replace.with")}>
            <input className="field" dir="auto" value={replacement} onChange={(e) => setReplacement(e.target.value)} />
          </Field>
        </div>
        <div className="flex flex-wrap gap-x-8">
          <Toggle label={t("replace.wholeWords")} on={wholeWords} change={setWholeWords} />
          <Toggle label={t("replace.matchCase")} on={matchCase} change={setMatchCase} />
          {where === "script" && <Toggle label={t("replace.both")} on={both} change={setBoth} />}
        </div>
        <ErrorNotice error={matches.error ?? replace.error} />
        <Preview rows={rows} left={left} setLeft={setLeft} />
        <div className="mt-3 flex gap-2">
          <Button look="main" type="submit" disabled={!current || chosen.length === 0 || replace.isPending}>
            {t("replace.do", { count: chosen.length })}
          </Button>
          <Button onClick={close}>{t("shared.close")}</Button>
        </div>
      </form>
    </Dialog>
  );
}

function Preview(props: { rows: Schemas["MatchOut"][]; left: Set<string>; setLeft: (left: Set<string>) => void }) {
  const { rows, left } = props;
  const turn = (id: string) => {
    const next = new Set(left);
    if (!next.delete(id)) next.add(id);
    props.setLeft(next);
  };
  return (
    <ul className="mt-2 max-h-72 overflow-y-auto">
      {rows.map((r) => (
        <li key={r.id} className="border-b border-rule py-1.5">
          <label className="flex items-baseline gap-2 font-script">
            <input type="checkbox" checked={!left.has(r.id)} onChange={() => turn(r.id)} />
            <span dir="auto">
              <del className="text-quiet">{r.before}</del>
              <br />
              <ins className="no-underline">{r.after}</ins>
            </span>
          </label>
        </li>
      ))}
    </ul>
  );
}
