import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useDeferredValue, useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../../api/client";
import { clock as shown } from "../../app/times";
import { KeyShown } from "../../kinds/KeyShown";
import { useJob } from "../../lessons/queries";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { ErrorNotice } from "../../ui/Notice";
import type { DeskState } from "../useDeskState";
import { PasteSource } from "./PasteSource";

const KEPT = "escuela.paste";
type Pasted = Schemas["PastedOut"];

/** Items written elsewhere: the text on one side, what each line of it becomes on the other, taken in by one press. */
export function PasteDialog({ state, close }: { state: DeskState; close: () => void }) {
  const { t } = useTranslation();
  const lesson = state.desk.id;
  const params = { path: { lesson_id: lesson } };
  const [text, setText] = useState(() => sessionStorage.getItem(KEPT) ?? "");
  const [leftOut, setLeftOut] = useState<Set<number>>(new Set());
  const asked = useDeferredValue(text);
  const found = useQuery({
    queryKey: ["pasted", lesson, asked],
    enabled: asked.trim() !== "",
    placeholderData: (before) => before,
    queryFn: async () =>
      body(await api.POST("/api/lessons/{lesson_id}/pasted/", { params, body: { text: asked, left_out: [] } })),
  });
  const take = useMutation({
    mutationFn: async () =>
      body(await api.PUT("/api/lessons/{lesson_id}/pasted/", { params, body: { text, left_out: [...leftOut] } })),
    onSuccess: () => sessionStorage.removeItem(KEPT),
  });
  const put = (next: string) => {
    sessionStorage.setItem(KEPT, next);
    setText(next);
    setLeftOut(new Set());
  };
  const pasted = asked.trim() ? found.data : undefined;
  const count = (pasted?.items.length ?? 0) - leftOut.size;
  if (take.data) return <Taken job={take.data.id} state={state} close={close} />;
  return (
    <Dialog title={t("paste.title")} close={close} wide>
      <p className="mb-2 text-[14px] text-quiet">{t("paste.help")}</p>
      <div className="grid gap-4 lg:grid-cols-2">
        <div>
          <PasteSource text={text} put={put} lesson={lesson} />
          <RequestCopy lesson={lesson} />
        </div>
        <div>
          {pasted && <Becomes pasted={pasted} leftOut={leftOut} setLeftOut={setLeftOut} />}
          {pasted && <Unread pasted={pasted} />}
        </div>
      </div>
      <ErrorNotice error={found.error ?? take.error} />
      <div className="mt-3 flex gap-2">
        <Button look="main" disabled={count < 1 || take.isPending || text !== asked} onClick={() => take.mutate()}>
          {t("paste.take", { count: Math.max(0, count) })}
        </Button>
        <Button onClick={close}>{t("shared.close")}</Button>
      </div>
    </Dialog>
  );
}

/** What an assistant used by hand is to be given, copied to the clipboard. */
function RequestCopy({ lesson }: { lesson: string }) {
  const { t } = useTranslation();
  const copy = useMutation({
    mutationFn: async () => {
      const params = { path: { lesson_id: lesson } };
      const request = body(await api.GET("/api/lessons/{lesson_id}/pasted/", { params, parseAs: "text" }));
      await navigator.clipboard.writeText(request);
    },
  });
  return (
    <>
      <Button small onClick={() => copy.mutate()}>
        {t("paste.request")}
      </Button>
      {copy.isSuccess && (
        <p role="status" className="mt-1 text-[13.5px] text-quiet">
          {t("paste.copied")}
        </p>
      )}
      <ErrorNotice error={copy.error} />
    </>
  );
}

type BecomesProps = { pasted: Pasted; leftOut: Set<number>; setLeftOut: (left: Set<number>) => void };

function Becomes({ pasted, leftOut, setLeftOut }: BecomesProps) {
  const { t, i18n } = useTranslation();
  const turn = (n: number) => {
    const next = new Set(leftOut);
    if (!next.delete(n)) next.add(n);
    setLeftOut(next);
  };
  const lineOf = (n: number) => pasted.lines.filter((l) => l.item === n).map((l) => l.number);
  const said = (r: Pasted["remarks"][number]) =>
    i18n.exists(`remark.${r.code}`) ? t(`remark.${r.code}`, r.params) : r.message;
  return (
    <section aria-label={t("paste.items")}>
      <h3 className="mb-1 text-[13.5px] text-quiet">{t("paste.items")}</h3>
      {pasted.items.length === 0 && <p>{t("paste.nothing")}</p>}
      <ol className="max-h-80 space-y-2 overflow-y-auto pr-1">
        {pasted.items.map((item, n) => {
          const lines = lineOf(n);
          const remarks = pasted.remarks.filter((r) => lines.includes(r.line));
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: an item that is not kept yet has no other name
            <li key={n} className="rounded border border-rule px-2.5 py-1.5 text-[14px]">
              <label className="flex items-baseline gap-2 font-semibold">
                <input
                  type="checkbox"
                  checked={!leftOut.has(n)}
                  aria-label={t("paste.leave", { prompt: item.prompt })}
                  onChange={() => turn(n)}
                />
                <span dir="auto">{item.prompt}</span>
              </label>
              <KeyShown content={item} />
              <p className="text-[13px] text-quiet">
                {t(`kind.${item.kind}`)}
                {typeof item.pause_ms === "number" && ` · ${t("paste.at", { at: shown(item.pause_ms) })}`}
                {lines.length > 0 && ` · ${t("paste.line", { line: lines[0] })}`}
              </p>
              {remarks.map((r) => (
                <p key={`${r.line}${r.code}`} className="border-l-4 border-amber pl-2">
                  {said(r)}
                </p>
              ))}
            </li>
          );
        })}
      </ol>
    </section>
  );
}

function Unread({ pasted }: { pasted: Pasted }) {
  const { t } = useTranslation();
  const unread = pasted.lines.filter((l) => l.became === "unread");
  if (unread.length === 0) return null;
  return (
    <section className="mt-3">
      <h3 className="mb-1 text-[13.5px] text-quiet">{t("paste.unread", { count: unread.length })}</h3>
      <ul className="max-h-32 overflow-y-auto text-[13px]">
        {unread.map((l) => (
          <li key={l.number} className="grid grid-cols-[2.5rem_1fr] gap-2">
            <span className="text-right text-quiet">{l.number}</span>
            <span dir="auto" className="font-mono">
              {l.text}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

type Result = {
  made: number;
  moved: { item: string; prompt: string; given_ms: number; pause_ms: number }[];
  unbacked: string[];
};

/** What became of the paste: how many, which times were moved to where the words are, what the talk does not back. */
function Taken({ job, state, close }: { job: string; state: DeskState; close: () => void }) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const watched = useJob(job);
  const done = watched.data?.state === "done";
  useEffect(() => {
    if (done) queries.invalidateQueries({ queryKey: ["desk", state.desk.id] });
  }, [done, queries, state.desk.id]);
  const result = watched.data?.result as Result | undefined;
  return (
    <Dialog title={t("paste.title")} close={close}>
      {!done && watched.data?.state !== "failed" && <p role="status">{t("paste.working")}</p>}
      {watched.data?.state === "failed" && <p role="alert">{watched.data.error_message}</p>}
      {done && result && (
        <div role="status" className="space-y-2">
          <p className="font-semibold">{t("paste.made", { count: result.made })}</p>
          <ul className="max-h-60 list-[square] space-y-1 overflow-y-auto pl-5 text-[14px]">
            {result.moved.map((m) => (
              <li key={m.item} dir="auto">
                {t("paste.moved", { given: shown(m.given_ms), at: shown(m.pause_ms), prompt: m.prompt })}
              </li>
            ))}
          </ul>
          {result.unbacked.length > 0 && <p>{t("paste.unbacked", { count: result.unbacked.length })}</p>}
        </div>
      )}
      <Button look="main" className="mt-3" onClick={close}>
        {t("shared.close")}
      </Button>
    </Dialog>
  );
}
