import { useQuery } from "@tanstack/react-query";
import { Clock } from "lucide-react";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../../api/client";
import { useKeys } from "../../app/keys";
import { moment } from "../../app/times";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { NotYet } from "../../ui/Notice";
import { acts } from "../queries";
import type { DeskState } from "../useDeskState";

/** What was changed, latest first, opened by its key; the lesson can go back to before any of it. */
export function History({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const [open, setOpen] = useState(false);
  useKeys([{ keys: "U", label: t("history.title"), run: () => setOpen(true) }]);
  return (
    <>
      <Button small hint="U" title={t("history.title")} onClick={() => setOpen(true)}>
        <Clock size={15} aria-hidden="true" />
        <span className="sr-only">{t("history.open")}</span>
      </Button>
      {open && (
        <Dialog title={t("history.title")} close={() => setOpen(false)}>
          <Changes state={state} close={() => setOpen(false)} />
        </Dialog>
      )}
    </>
  );
}

function Changes({ state, close }: { state: DeskState; close: () => void }) {
  const { t } = useTranslation();
  const { desk, run } = state;
  const changes = useQuery({
    queryKey: ["changes", desk.id, desk.version],
    queryFn: async () =>
      body(await api.GET("/api/lessons/{lesson_id}/undo/", { params: { path: { lesson_id: desk.id } } })),
  });
  const back = (to: number) => {
    run(() => acts.undo(desk.id, to));
    close();
  };
  if (!changes.data) return <NotYet error={changes.error} />;
  return (
    <>
      {changes.data.length === 0 && <p className="text-quiet">{t("history.nothing")}</p>}
      <ol className="max-h-[60vh] overflow-y-auto">
        {changes.data.map((c) => (
          <Change key={c.id} change={c} back={() => back(c.id)} />
        ))}
      </ol>
      <p className="mt-3">
        <Button onClick={close}>{t("shared.close")}</Button>
      </p>
    </>
  );
}

function Change({ change, back }: { change: Schemas["ChangeOut"]; back: () => void }) {
  const { t, i18n } = useTranslation();
  return (
    <li className={`flex items-start gap-3 border-t border-rule py-2 text-[14px] ${change.undone ? "text-quiet" : ""}`}>
      <span className="flex-1">
        <b className="font-semibold">{t(`change.${change.kind}`)}</b>
        <span className="text-quiet">
          {" · "}
          {moment(change.made_at, i18n.language)}
          {change.undone && ` · ${t("history.undone")}`}
        </span>
        <br />
        <span dir="auto">{change.about}</span>
        {change.touched > 1 && <span className="text-quiet"> {t("history.more", { count: change.touched - 1 })}</span>}
      </span>
      {!change.undone && (
        <Button small onClick={back}>
          {t("history.back")}
        </Button>
      )}
    </li>
  );
}
