import type { ReactNode } from "react";
import { useTranslation } from "react-i18next";
import { Link, useNavigate } from "react-router";
import { api } from "../api/client";
import { Button } from "../ui/Button";
import { KeyList } from "../ui/KeyList";
import { LanguageChoice } from "../ui/LanguageChoice";
import { useWayToSignIn } from "./SignedIn";
import { useEnter, useSession } from "./session";

/** The line along the top of every teacher's page. */
export function Header({ children, actions }: { children?: ReactNode; actions?: ReactNode }) {
  return (
    <header className="flex min-h-12 flex-wrap items-center xl:flex-nowrap gap-x-3.5 border-b border-rule bg-sheet px-5 print:hidden">
      <Link to="/" className="font-script text-[19px] font-semibold">
        Escuela
      </Link>
      {children}
      <span className="ml-auto flex flex-wrap items-center gap-2.5 xl:shrink-0">
        {actions}
        <KeyList />
      </span>
    </header>
  );
}

/** Who is signed in, the language, and the way out; for a visitor the way in. */
export function Who() {
  const { t } = useTranslation();
  const session = useSession();
  const go = useNavigate();
  const leave = useEnter(() => api.DELETE("/api/session/"));
  const language = useEnter((language: "en" | "es") => api.PUT("/api/session/language/", { body: { language } }));
  const signIn = useWayToSignIn();
  if (session.data && !session.data.user) {
    return (
      <>
        <LanguageChoice />
        <Link to={signIn} className="text-teal hover:underline">
          {t("account.title.in")}
        </Link>
      </>
    );
  }
  return (
    <>
      <Link to="/account" className="text-quiet hover:underline" title={t("account.title")}>
        {session.data?.user?.name}
      </Link>
      <LanguageChoice changed={(l) => language.mutate(l)} />
      <Button look="quiet" small onClick={() => leave.mutate(undefined, { onSuccess: () => go("/sign-in") })}>
        {t("account.signOut")}
      </Button>
    </>
  );
}
