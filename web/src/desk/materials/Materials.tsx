import { useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body } from "../../api/client";
import { Button } from "../../ui/Button";
import { ErrorNotice } from "../../ui/Notice";
import { type Material, useDeskJob } from "../queries";
import type { DeskState } from "../useDeskState";
import { MaterialDialog } from "./MaterialDialog";

type Kind = Material["content"]["kind"];

const KINDS: Kind[] = [
  "warm_up",
  "presumed",
  "glossary",
  "key_points",
  "summary_short",
  "summary_long",
  "gap_text",
  "reading_text",
  "writing_tasks",
  "marking_guide",
];

/** What stands around the viewing: made by one press each, then the teacher's to change. */
export function Materials({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const { desk } = state;
  const { making, make, failed } = useMaking(state);
  const [open, setOpen] = useState<string | null>(null);
  const shown = desk.materials.find((m) => m.id === open);
  return (
    <section aria-label={t("material.title")} className="mt-4 border-t border-rule pt-3">
      <h2 className="mb-1.5 font-semibold">{t("material.title")}</h2>
      <p className="mb-2 text-[13.5px] text-quiet">{t("material.help")}</p>
      <ul className="space-y-1.5">
        {KINDS.map((kind) => {
          const made = desk.materials.find((m) => m.content.kind === kind);
          return (
            <li key={kind} className="flex items-center justify-between gap-2 text-[14px]">
              <span>
                {t(`material.${kind}`)}
                {made && (
                  <span className="text-quiet">
                    {" "}
                    · {t(`material.place.${made.content.place}`)} ·{" "}
                    {t("material.lines", { count: made.content.lines.length })}
                    {made.content.lines.length === 0 && (
                      <span className="block text-amberink">
                        {t(kind === "marking_guide" ? "material.noOpen" : "material.nothing")}
                      </span>
                    )}
                  </span>
                )}
              </span>
              {made ? (
                <Button
                  small
                  onClick={() => setOpen(made.id)}
                  aria-label={`${t("material.open")}: ${t(`material.${kind}`)}`}
                >
                  {t("material.open")}
                </Button>
              ) : (
                <Button
                  small
                  disabled={making !== null}
                  onClick={() => make(kind)}
                  aria-label={`${t("material.make")}: ${t(`material.${kind}`)}`}
                >
                  {making === kind ? t("items.writing") : t("material.make")}
                </Button>
              )}
            </li>
          );
        })}
      </ul>
      <ErrorNotice error={failed} />
      {shown && (
        <MaterialDialog
          key={`${shown.id}-${shown.version}`}
          material={shown}
          state={state}
          again={() => make(shown.content.kind)}
          close={() => setOpen(null)}
        />
      )}
    </section>
  );
}

function useMaking(state: DeskState) {
  const [job, setJob] = useState<string | null>(null);
  const [making, setMaking] = useState<Kind | null>(null);
  const [failed, setFailed] = useState<unknown>(null);
  const { ended } = useDeskJob(state.desk.id, job);
  useEffect(() => {
    if (ended) setMaking(null);
  }, [ended]);
  const make = async (kind: Kind) => {
    setFailed(null);
    setMaking(kind);
    const path = { lesson_id: state.desk.id };
    try {
      setJob(
        body(await api.POST("/api/lessons/{lesson_id}/materials/", { params: { path }, body: { kind, share: 1 } })).id,
      );
    } catch (refused) {
      setMaking(null);
      setFailed(refused);
    }
  };
  return { making, make, failed };
}
