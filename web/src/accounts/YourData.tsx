import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body } from "../api/client";
import { MadeFile } from "../lessons/MadeFile";
import { useMadeFile } from "../lessons/useMadeFile";
import { Button } from "../ui/Button";
import { Dialog } from "../ui/Dialog";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { PasswordField } from "./Fields";

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
  const file = useMadeFile(async (_: undefined) => body(await api.POST("/api/account/export/")));
  return (
    <>
      <p className="mb-2 text-[14px] text-quiet">{t("account.exportHelp")}</p>
      {!file.job && (
        <Button disabled={file.busy} onClick={() => file.ask(undefined)}>
          {t("account.export")}
        </Button>
      )}
      <MadeFile file={file} />
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
