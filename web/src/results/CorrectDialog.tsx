import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body } from "../api/client";
import { Button } from "../ui/Button";
import { Dialog } from "../ui/Dialog";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import type { ItemAnswers } from "./queries";

type Props = { assignment: string; item: ItemAnswers; close: () => void };

/** Another key or other marks for an item that students have answered; who gains and who loses is seen before. */
export function CorrectDialog({ assignment, item, close }: Props) {
  const { t, i18n } = useTranslation();
  const queries = useQueryClient();
  const [key, setKey] = useState(item.key);
  const [marks, setMarks] = useState(String(item.marks));
  const [why, setWhy] = useState(item.corrected ?? "");
  const [everywhere, setEverywhere] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const changed = { key: same(key, item.key) ? null : key, marks: Number(marks) === item.marks ? null : Number(marks) };
  const nothing = changed.key === null && changed.marks === null;
  const path = { params: { path: { assignment_id: assignment, item_id: item.id } } };
  const ask = (apply: boolean) =>
    api.POST("/api/assignments/{assignment_id}/items/{item_id}/correction/", {
      ...path,
      body: { ...changed, why, apply, everywhere },
    });
  const effect = useQuery({
    queryKey: ["correction", item.id, changed],
    enabled: !nothing && marks.trim() !== "",
    retry: false,
    queryFn: async () => body(await ask(false)),
  });
  const done = () => {
    queries.invalidateQueries({ queryKey: ["sheet", assignment] });
    close();
  };
  const apply = (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    ask(true).then(done, setError);
  };
  const takeBack = () =>
    api.DELETE("/api/assignments/{assignment_id}/items/{item_id}/correction/", path).then(done, setError);
  return (
    <Dialog title={t("correct.title")} close={close}>
      <p className="mb-3 text-quiet">{t("correct.help")}</p>
      <form onSubmit={apply}>
        {item.correctable && <Key item={item} chosen={key} choose={setKey} />}
        <Field label={t("correct.marks")} help={t("correct.marksHelp")}>
          <input
            className="field !w-24"
            type="number"
            min={0}
            max={100}
            step={0.5}
            value={marks}
            onChange={(e) => setMarks(e.target.value)}
          />
        </Field>
        <Field label={t("correct.why")}>
          <input className="field" dir="auto" maxLength={1000} value={why} onChange={(e) => setWhy(e.target.value)} />
        </Field>
        <label className="mb-3 flex items-baseline gap-2">
          <input type="checkbox" checked={everywhere} onChange={(e) => setEverywhere(e.target.checked)} />
          {t("correct.everywhere")}
        </label>
        {effect.data && !nothing && (
          <p role="status" className="mb-3 rounded bg-paper px-3 py-2">
            {t("correct.gain", { count: effect.data.gain })} {t("correct.lose", { count: effect.data.lose })}{" "}
            {t("correct.inAll", {
              marks: effect.data.marks.toLocaleString(i18n.language, { signDisplay: "exceptZero" }),
            })}
          </p>
        )}
        <ErrorNotice error={error ?? (nothing ? null : effect.error)} />
        <div className="flex flex-wrap gap-2">
          <Button look="main" type="submit" disabled={nothing || effect.isError}>
            {t("correct.do")}
          </Button>
          {item.corrected !== null && <Button onClick={takeBack}>{t("correct.takeBack")}</Button>}
        </div>
      </form>
    </Dialog>
  );
}

type KeyProps = { item: ItemAnswers; chosen: string[]; choose: (key: string[]) => void };

/** What is right: one or several of what could be chosen, or words one a line. */
function Key({ item, chosen, choose }: KeyProps) {
  const { t } = useTranslation();
  if (item.key_options.length === 0) {
    return (
      <Field label={t("correct.accepted")} help={t("correct.acceptedHelp")}>
        <textarea
          className="field"
          dir="auto"
          rows={3}
          value={chosen.join("\n")}
          onChange={(e) => choose(e.target.value.split("\n"))}
        />
      </Field>
    );
  }
  const several = item.key.length > 1 && item.kind === "choice";
  const turn = (text: string) => {
    if (!several) choose([text]);
    else choose(chosen.includes(text) ? chosen.filter((c) => c !== text) : [...chosen, text]);
  };
  return (
    <fieldset className="mb-3">
      <legend className="mb-1 text-[13.5px] text-quiet">{t("correct.key")}</legend>
      {item.key_options.map((text) => (
        <label key={text} className="flex cursor-pointer items-baseline gap-2.5 py-1">
          <input
            type={several ? "checkbox" : "radio"}
            name="key"
            checked={chosen.includes(text)}
            onChange={() => turn(text)}
          />
          <span dir="auto">{item.kind === "true_false" ? t(`study.${text}`) : text}</span>
        </label>
      ))}
    </fieldset>
  );
}

function same(a: string[], b: string[]): boolean {
  return [...a].sort().join("\n") === [...b].sort().join("\n");
}
