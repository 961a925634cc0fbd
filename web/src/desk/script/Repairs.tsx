import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body } from "../../api/client";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { ErrorNotice, Waiting } from "../../ui/Notice";
import type { Desk } from "../queries";

/** What reading the captions needed, line by line, and the captions as they were brought in beside it. */
export function Repairs({ desk }: { desk: Desk }) {
  const { t } = useTranslation();
  const tell = useRepair();
  const [open, setOpen] = useState<number | null>(null);
  const { warnings } = desk.recording;
  return (
    <section className="mt-4 border-t border-rule pt-3">
      <h2 className="mb-1 font-semibold">{t("recording.repairs")}</h2>
      {warnings.length === 0 && <p className="text-quiet">{t("recording.noRepairs")}</p>}
      <ul className="max-h-48 space-y-1 overflow-y-auto text-[13.5px]">
        {warnings.map((w) => (
          <li key={`${w.line}${w.message}`}>
            <button type="button" className="text-left hover:underline" onClick={() => setOpen(w.line)}>
              {w.line > 0 && t("recording.line", { line: w.line })} {tell(w)}
            </button>
          </li>
        ))}
      </ul>
      <Button small className="mt-1.5" onClick={() => setOpen(1)}>
        {t("recording.raw")}
      </Button>
      {open !== null && <Raw desk={desk} line={open} close={() => setOpen(null)} />}
    </section>
  );
}

/** A repair in the interface's language. */
function useRepair() {
  const { t, i18n } = useTranslation();
  return (w: Desk["recording"]["warnings"][number]) =>
    i18n.exists(`repair.${w.code}`) ? t(`repair.${w.code}`, w.params) : w.message;
}

function Raw({ desk, line, close }: { desk: Desk; line: number; close: () => void }) {
  const { t } = useTranslation();
  const row = useRef<HTMLLIElement>(null);
  const raw = useQuery({
    queryKey: ["raw", desk.id],
    queryFn: async () => {
      const params = { path: { lesson_id: desk.id } };
      return body(await api.GET("/api/lessons/{lesson_id}/script/raw/", { params, parseAs: "text" }));
    },
  });
  const tell = useRepair();
  const said = new Map(desk.recording.warnings.map((w) => [w.line, tell(w)]));
  // biome-ignore lint/correctness/useExhaustiveDependencies: again when the text has come
  useEffect(() => {
    // In braces: what scrolling returns (a promise, in newer browsers) is no clean-up.
    row.current?.scrollIntoView({ block: "center" });
  }, [raw.data]);
  return (
    <Dialog title={t("recording.raw")} close={close} wide>
      <ErrorNotice error={raw.error} />
      {raw.isPending && <Waiting />}
      <ol className="max-h-[60vh] overflow-y-auto text-[13.5px]">
        {raw.data?.split("\n").map((text, n) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: a line has no other name than its number
            key={n}
            ref={n + 1 === line ? row : undefined}
            className={`grid grid-cols-[3rem_1fr_1fr] gap-x-3 ${said.has(n + 1) ? "bg-blush" : ""}`}
          >
            <span className="text-right text-quiet">{n + 1}</span>
            <code dir="auto" className="whitespace-pre-wrap break-words">
              {text}
            </code>
            <span>{said.get(n + 1)}</span>
          </li>
        ))}
      </ol>
      <Button className="mt-3" onClick={close}>
        {t("shared.close")}
      </Button>
    </Dialog>
  );
}
