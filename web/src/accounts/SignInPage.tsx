import { type FormEvent, type ReactNode, useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, Navigate, useSearchParams } from "react-router";
import { ApiError, api } from "../api/client";
import { useEnter, useSession } from "../app/session";
import { CodeForm } from "../study/CodeForm";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { LanguageChoice } from "../ui/LanguageChoice";
import { ErrorNotice } from "../ui/Notice";
import { Drawing } from "./Drawing";
import { CodeField, MailField, PasswordField } from "./Fields";

type Mode = "in" | "new" | "forgot";

export function AccountFrame({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main className="mx-auto max-w-sm p-6 pt-16">
      <p className="mb-8 flex items-center justify-between">
        <span className="font-script text-2xl font-semibold">Escuela</span>
        <LanguageChoice />
      </p>
      <h1 className="mb-4 text-lg font-semibold">{title}</h1>
      {children}
    </main>
  );
}

/** The front page: for students the code of their lesson, what Escuela is, and the teachers' way in. */
export function SignInPage() {
  const { t } = useTranslation();
  const session = useSession();
  const [to] = useSearchParams();
  if (session.data?.user) return <Navigate to={to.get("to") ?? "/"} replace />;
  return (
    <main className="mx-auto max-w-4xl p-6 sm:pt-12">
      <p className="mb-8 flex items-center justify-between">
        <span className="font-script text-2xl font-semibold">Escuela</span>
        <LanguageChoice />
      </p>
      <div className="grid gap-x-12 gap-y-8 md:grid-cols-[1fr_20rem]">
        <section className="md:order-2" aria-labelledby="students">
          <h2 id="students" className="mb-3 text-lg font-semibold">
            {t("front.students")}
          </h2>
          <CodeForm />
        </section>
        <section className="md:order-1 md:row-span-2">
          <h1 className="mb-2 font-script text-[26px] font-semibold leading-tight">{t("front.title")}</h1>
          <p className="mb-5 text-quiet">{t("front.what")}</p>
          <Drawing />
          <p className="mt-4">
            <Link to="/offered" className="text-teal underline">
              {t("front.offered")}
            </Link>
          </p>
        </section>
        <SignIn />
      </div>
    </main>
  );
}

/** Sign in, make an account, ask for a new password: one form. */
function SignIn() {
  const { t } = useTranslation();
  const session = useSession();
  const [mode, setMode] = useState<Mode>("in");
  const demo = useEnter(() => api.POST("/api/session/demo/"));
  return (
    <section className="border-t border-rule pt-5 md:order-3" aria-labelledby="teachers">
      <h2 id="teachers" className="mb-3 text-lg font-semibold">
        {t("front.teachers")}
        <span className="font-normal text-quiet"> · {t(`account.title.${mode}`)}</span>
      </h2>
      <AccountForm key={mode} mode={mode} />
      <p className="mt-3 flex flex-wrap gap-x-4">
        {(["in", "new", "forgot"] as const)
          .filter((m) => m !== mode)
          .map((m) => (
            <Button key={m} look="quiet" small className="!px-0" onClick={() => setMode(m)}>
              {t(`account.title.${m}`)}
            </Button>
          ))}
      </p>
      {session.data?.demo && (
        <div className="mt-5 border-t border-rule pt-4">
          <p className="mb-2 text-quiet">{t("account.demoHelp")}</p>
          <Button onClick={() => demo.mutate(undefined)}>{t("account.demo")}</Button>
          <ErrorNotice error={demo.error} />
        </div>
      )}
      {session.data?.outbox && (
        <p className="mt-4 text-[13.5px]">
          <a className="text-teal underline" href="/outbox/">
            {t("account.outbox")}
          </a>
        </p>
      )}
    </section>
  );
}

function AccountForm({ mode }: { mode: Mode }) {
  const { t, i18n } = useTranslation();
  const [email, setEmail] = useState("");
  const [password, setPassword] = useState("");
  const [code, setCode] = useState("");
  const [wantsCode, setWantsCode] = useState(false);
  const [name, setName] = useState("");
  const [sent, setSent] = useState(false);
  const language = i18n.language === "es" ? "es" : ("en" as const);
  const enter = useEnter(() => api.POST("/api/session/", { body: { email, password, code } }));
  const [error, setError] = useState<unknown>(null);
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    try {
      if (mode === "in") await enter.mutateAsync(undefined);
      if (mode === "new") await api.POST("/api/accounts/", { body: { email, name, language } });
      if (mode === "forgot") await api.POST("/api/accounts/ask-password/", { body: { email } });
      setSent(mode !== "in");
    } catch (refused) {
      if (refused instanceof ApiError && refused.code === "code_wanted") setWantsCode(true);
      else setError(refused);
    }
  };
  if (sent) return <p role="status">{t("account.mailSent", { email })}</p>;
  return (
    <form onSubmit={submit}>
      {mode === "new" && (
        <Field label={t("account.name")}>
          <input
            className="field"
            required
            value={name}
            onChange={(e) => setName(e.target.value)}
            autoComplete="name"
          />
        </Field>
      )}
      <MailField value={email} change={setEmail} />
      {mode === "in" && <PasswordField value={password} change={setPassword} />}
      {mode === "in" && wantsCode && <CodeField value={code} change={setCode} now />}
      <ErrorNotice error={error} />
      <Button look="main" type="submit" disabled={enter.isPending}>
        {t(`account.do.${mode}`)}
      </Button>
    </form>
  );
}
