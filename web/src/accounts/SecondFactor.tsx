import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body } from "../api/client";
import { Button } from "../ui/Button";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { CodeField, PasswordField } from "./Fields";

/** A second step when signing in: turned on with an app's code, turned off with password and code. */
export function SecondFactor() {
  const { t } = useTranslation();
  const state = useQuery({
    queryKey: ["second-factor"],
    queryFn: async () => body(await api.GET("/api/account/second-factor/")),
  });
  const [codes, setCodes] = useState<string[]>([]);
  if (!state.data) return <NotYet error={state.error} />;
  const changed = () => state.refetch();
  if (codes.length > 0) return <PaperCodes codes={codes} done={() => setCodes([])} />;
  return state.data.on ? (
    <>
      <p className="mb-3">{t("second.on", { count: state.data.paper_left })}</p>
      <TurnOff done={changed} />
    </>
  ) : (
    <>
      <p className="mb-3 text-quiet">{t("second.what")}</p>
      <TurnOn
        done={(told) => {
          setCodes(told);
          changed();
        }}
      />
    </>
  );
}

function TurnOn({ done }: { done: (codes: string[]) => void }) {
  const { t } = useTranslation();
  const [password, setPassword] = useState("");
  const [code, setCode] = useState("");
  const begin = useMutation({
    mutationFn: async () => body(await api.POST("/api/account/second-factor/", { body: { password } })),
  });
  const turnOn = useMutation({
    mutationFn: async () => body(await api.PUT("/api/account/second-factor/", { body: { code } })),
    onSuccess: (told) => done(told.codes),
  });
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (begin.data) turnOn.mutate();
    else begin.mutate();
  };
  return (
    <form onSubmit={submit}>
      {begin.data ? (
        <>
          <p className="mb-2">{t("second.scan")}</p>
          <img src={begin.data.qr} alt={t("second.qr")} className="mb-2 size-40" />
          <p className="mb-3 text-[13.5px] text-quiet">
            {t("second.byHand")}{" "}
            <code className="break-all text-ink">{begin.data.secret.match(/.{1,4}/g)?.join(" ")}</code>
          </p>
          <CodeField value={code} change={setCode} now />
        </>
      ) : (
        <PasswordField value={password} change={setPassword} />
      )}
      <ErrorNotice error={begin.error ?? turnOn.error} />
      <Button type="submit" disabled={begin.isPending || turnOn.isPending}>
        {t(begin.data ? "second.turnOn" : "second.begin")}
      </Button>
    </form>
  );
}

function PaperCodes({ codes, done }: { codes: string[]; done: () => void }) {
  const { t } = useTranslation();
  return (
    <div role="status">
      <p className="mb-2 font-semibold">{t("second.isOn")}</p>
      <p className="mb-2">{t("second.paper")}</p>
      <ul className="mb-3 grid grid-cols-2 gap-x-6 font-mono">
        {codes.map((code) => (
          <li key={code}>
            {code.slice(0, 5)}-{code.slice(5)}
          </li>
        ))}
      </ul>
      <Button onClick={done}>{t("second.kept")}</Button>
    </div>
  );
}

function TurnOff({ done }: { done: () => void }) {
  const { t } = useTranslation();
  const [open, setOpen] = useState(false);
  const [password, setPassword] = useState("");
  const [code, setCode] = useState("");
  const off = useMutation({
    mutationFn: async () => body(await api.PATCH("/api/account/second-factor/", { body: { password, code } })),
    onSuccess: done,
  });
  if (!open) return <Button onClick={() => setOpen(true)}>{t("second.turnOff")}</Button>;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        off.mutate();
      }}
    >
      <PasswordField value={password} change={setPassword} />
      <CodeField value={code} change={setCode} />
      <ErrorNotice error={off.error} />
      <Button type="submit" disabled={off.isPending}>
        {t("second.turnOff")}
      </Button>
    </form>
  );
}
