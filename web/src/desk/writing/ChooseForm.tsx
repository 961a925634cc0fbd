import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { ErrorNotice } from "../../ui/Notice";
import type { DeskState } from "../useDeskState";

type Chosen = Schemas["ChosenOut"];
const USUAL = 10;

/** The best so many of the proposed items into the lesson by one press, with why the others were left. */
export function ChooseForm({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const { desk } = state;
  const pool = desk.items.filter((i) => i.place === "pool");
  const [count, setCount] = useState(USUAL);
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [error, setError] = useState<unknown>(null);
  if (pool.length < 2 && !chosen) return null;
  const choose = async () => {
    setError(null);
    const path = { lesson_id: desk.id };
    try {
      const given = { count: Math.max(1, count) };
      setChosen(body(await api.POST("/api/lessons/{lesson_id}/choose/", { params: { path }, body: given })));
      queries.invalidateQueries({ queryKey: ["desk", desk.id] });
    } catch (refused) {
      setError(refused);
    }
  };
  return (
    <section aria-label={t("choose.title")} className="mt-4 border-t border-rule pt-3">
      <h2 className="mb-1.5 font-semibold">{t("choose.title")}</h2>
      {pool.length > 0 && (
        <>
          <p className="mb-2 text-[13.5px] text-quiet">{t("choose.help", { count: pool.length })}</p>
          <Field label={t("items.howMany")}>
            <input
              className="field !w-28"
              type="number"
              min={1}
              max={200}
              value={count || ""}
              onChange={(e) => setCount(Number(e.target.value))}
            />
          </Field>
          <Button onClick={choose}>{t("choose.take")}</Button>
        </>
      )}
      <ErrorNotice error={error} />
      {chosen && <LeftOut chosen={chosen} state={state} />}
    </section>
  );
}

function LeftOut({ chosen, state }: { chosen: Chosen; state: DeskState }) {
  const { t } = useTranslation();
  const asked = (id: string | null) => {
    const content = state.desk.items.find((i) => i.id === id)?.content;
    return content?.prompt || content?.text || "";
  };
  return (
    <div role="status" className="mt-2 text-[13.5px]">
      <p>{t("choose.taken", { count: chosen.taken.length })}</p>
      {chosen.left_out.length > 0 && <p className="mt-1 text-quiet">{t("choose.left")}</p>}
      <ul className="list-disc pl-4 text-quiet">
        {chosen.left_out.map((l) => (
          <li key={l.item} dir="auto">
            {t(`choose.why.${l.why === "twin" && !l.other ? "twinMine" : l.why}`, {
              prompt: asked(l.item),
              other: asked(l.other),
            })}
          </li>
        ))}
      </ul>
    </div>
  );
}
