import { useQuery } from "@tanstack/react-query";
import { type FormEvent, type ReactNode, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body } from "../api/client";
import { Header, Who } from "../app/Header";
import { useSession } from "../app/session";
import { moment } from "../app/times";
import { Button } from "../ui/Button";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { MailField, PasswordField } from "./Fields";
import { News } from "./News";
import { SecondFactor } from "./SecondFactor";
import { YourData } from "./YourData";

/** A teacher's own account: password, address, where they are signed in, what was done, their data. */
export function AccountPage() {
  const { t } = useTranslation();
  const session = useSession();
  return (
    <>
      <Header actions={<Who />} />
      <main className="mx-auto grid max-w-4xl gap-x-10 p-6 md:grid-cols-2">
        <h1 className="mb-4 font-script text-2xl font-semibold md:col-span-2">{t("account.title")}</h1>
        <Part title={t("account.changePassword")}>
          <ChangePassword />
        </Part>
        <Part title={t("account.address")}>
          <p className="mb-3">{session.data?.user?.email}</p>
          <ChangeAddress />
        </Part>
        <Part title={t("account.signedIn")}>
          <SignedInList />
        </Part>
        <Part title={t("second.title")}>
          <SecondFactor />
        </Part>
        <Part title={t("news.title")}>
          <News />
        </Part>
        <Part title={t("account.yourData")}>
          <YourData />
        </Part>
        <Part title={t("account.audit")} wide>
          <Audit />
        </Part>
      </main>
    </>
  );
}

function Part({ title, children, wide }: { title: string; children: ReactNode; wide?: boolean }) {
  return (
    <section className={`mb-8 border-t border-rule pt-3 ${wide ? "md:col-span-2" : ""}`}>
      <h2 className="mb-2 font-semibold">{title}</h2>
      {children}
    </section>
  );
}

/** A form that says what went wrong, or that it is done. */
function useSending(send: () => Promise<unknown>) {
  const [error, setError] = useState<unknown>(null);
  const [done, setDone] = useState(false);
  const submit = (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    setDone(false);
    send()
      .then(() => setDone(true))
      .catch(setError);
  };
  return { error, done, submit };
}

function ChangePassword() {
  const { t } = useTranslation();
  const [old, setOld] = useState("");
  const [fresh, setFresh] = useState("");
  const { error, done, submit } = useSending(() => api.PUT("/api/account/password/", { body: { old, new: fresh } }));
  return (
    <form onSubmit={submit}>
      <PasswordField label={t("account.oldPassword")} value={old} change={setOld} />
      <PasswordField label={t("account.freshPassword")} value={fresh} change={setFresh} fresh />
      <ErrorNotice error={error} />
      {done && <p role="status">{t("account.passwordChanged")}</p>}
      <Button type="submit">{t("account.setPassword")}</Button>
    </form>
  );
}

function ChangeAddress() {
  const { t } = useTranslation();
  const [email, setEmail] = useState("");
  const [password, setPassword] = useState("");
  const { error, done, submit } = useSending(() => api.POST("/api/account/address/", { body: { email, password } }));
  return (
    <form onSubmit={submit}>
      <MailField label={t("account.newAddress")} value={email} change={setEmail} />
      <PasswordField value={password} change={setPassword} />
      <ErrorNotice error={error} />
      {done && <p role="status">{t("account.mailSent", { email })}</p>}
      <Button type="submit">{t("account.do.forgot")}</Button>
    </form>
  );
}

function SignedInList() {
  const { t, i18n } = useTranslation();
  const found = useQuery({
    queryKey: ["sessions"],
    queryFn: async () => body(await api.GET("/api/account/sessions/")),
  });
  const end = async (id: string) => {
    await api.DELETE("/api/account/sessions/{session_id}/", { params: { path: { session_id: id } } });
    found.refetch();
  };
  if (!found.data) return <NotYet error={found.error} />;
  return (
    <ul className="space-y-2">
      {found.data.map((s) => (
        <li key={s.id} className="flex items-start justify-between gap-3 text-[14px]">
          <span className="min-w-0">
            <span className="block truncate" title={s.device}>
              {s.device || t("account.someDevice")}
            </span>
            <span className="text-quiet">{moment(s.since, i18n.language)}</span>
          </span>
          {s.here ? (
            <span className="shrink-0 text-quiet">{t("account.thisDevice")}</span>
          ) : (
            <Button small onClick={() => end(s.id)}>
              {t("account.signOut")}
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}

function Audit() {
  const { t, i18n } = useTranslation();
  const found = useQuery({ queryKey: ["audit"], queryFn: async () => body(await api.GET("/api/account/audit/")) });
  if (!found.data) return <NotYet error={found.error} />;
  return (
    <ul className="max-h-72 overflow-y-auto text-[14px]">
      {found.data.map((entry, n) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: nothing is ever put between
        <li key={n} className="flex gap-3 border-b border-rule py-1">
          <span className="w-36 shrink-0 text-quiet">{moment(entry.at, i18n.language)}</span>
          <span>
            {t(`audit.${entry.action}`)} <span dir="auto">{entry.about}</span>
          </span>
        </li>
      ))}
    </ul>
  );
}
