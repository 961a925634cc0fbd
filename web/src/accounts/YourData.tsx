import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body } from "../api/client";
import { Button } from "../ui/Button";
import { Dialog } from "../ui/Dialog";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { PasswordField } from "./Fields";

const LOOK_AGAIN_MS = 1000;

/** Everything as one archive, and the end of the account. */
export function YourData() {
  const { t } = useTranslation();
  const [leaving, setLeaving] = useState(false);
  return (
    <>
      <Archive />
      <p className="mt-5">
        <Button look="danger" onClick={() => setLeaving(true)}>
          {t("account.delete")}
        </Button>
      </p>
      {leaving && <Leaving close={() => setLeaving(false)} />}
    </>
  );
}

function Archive() {
  const { t } = useTranslation();
  const [id, setId] = useState("");
  const [error, setError] = useState<unknown>(null);
  const job = useQuery({
    queryKey: ["job", id],
    enabled: id !== "",
    queryFn: async () => body(await api.GET("/api/jobs/{job_id}/", { params: { path: { job_id: id } } })),
    refetchInterval: (query) =>
      ["done", "failed", "cancelled"].includes(query.state.data?.state ?? "") ? false : LOOK_AGAIN_MS,
  });
  const start = () =>
    api
      .POST("/api/account/export/")
      .then((r) => setId(body(r).id))
      .catch(setError);
  const state = job.data?.state;
  return (
    <>
      <p className="mb-2 text-[14px] text-quiet">{t("account.exportHelp")}</p>
      {!id && <Button onClick={start}>{t("account.export")}</Button>}
      {id && state !== "done" && state !== "failed" && <p role="status">{t("account.packing")}</p>}
      {state === "failed" && <p role="alert">{t("error.broke")}</p>}
      {state === "done" && (
        <a className="text-teal underline" href={`/api/account/export/${id}/`} download>
          {t("account.download")}
        </a>
      )}
      <ErrorNotice error={error ?? job.error} />
    </>
  );
}

function Leaving({ close }: { close: () => void }) {
  const { t } = useTranslation();
  const [password, setPassword] = useState("");
  const [error, setError] = useState<unknown>(null);
  const goes = useQuery({ queryKey: ["what-goes"], queryFn: async () => body(await api.GET("/api/account/erasure/")) });
  const leave = (e: FormEvent) => {
    e.preventDefault();
    api
      .POST("/api/account/erasure/", { body: { password } })
      .then(() => {
        location.href = "/sign-in";
      })
      .catch(setError);
  };
  return (
    <Dialog title={t("account.delete")} close={close}>
      {goes.data ? <p className="mb-3">{t("account.whatGoes", { ...goes.data })}</p> : <NotYet error={goes.error} />}
      <form onSubmit={leave}>
        <PasswordField value={password} change={setPassword} />
        <ErrorNotice error={error} />
        <div className="flex gap-2">
          <Button look="danger" type="submit" disabled={!goes.data}>
            {t("account.deleteAll")}
          </Button>
          <Button onClick={close}>{t("account.stay")}</Button>
        </div>
      </form>
    </Dialog>
  );
}
