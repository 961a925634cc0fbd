import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, Navigate, useLocation } from "react-router";
import { api } from "../api/client";
import { useEnter } from "../app/session";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";
import { PasswordField } from "./Fields";
import { AccountFrame } from "./SignInPage";

/** Where the link in the first mail leads: a password, and the account is made. */
export function ConfirmPage() {
  const { t } = useTranslation();
  const token = useToken();
  const [password, setPassword] = useState("");
  const confirm = useEnter(() => api.POST("/api/accounts/confirm/", { body: { token, password } }));
  if (confirm.isSuccess) return <Navigate to="/" replace />;
  return (
    <AccountFrame title={t("account.choosePassword")}>
      <SetPassword
        password={password}
        change={setPassword}
        error={confirm.error}
        submit={() => confirm.mutate(undefined)}
      />
    </AccountFrame>
  );
}

/** Where the link in the mail for a new password leads. Signing in with it comes after. */
export function NewPasswordPage() {
  const { t } = useTranslation();
  const token = useToken();
  const [password, setPassword] = useState("");
  const [error, setError] = useState<unknown>(null);
  const [done, setDone] = useState(false);
  const submit = () =>
    api
      .POST("/api/accounts/new-password/", { body: { token, password } })
      .then(() => setDone(true))
      .catch(setError);
  return (
    <AccountFrame title={t("account.newPassword")}>
      {done ? (
        <p role="status">
          {t("account.passwordSet")}{" "}
          <Link className="text-teal underline" to="/sign-in">
            {t("account.title.in")}
          </Link>
        </p>
      ) : (
        <SetPassword password={password} change={setPassword} error={error} submit={submit} />
      )}
    </AccountFrame>
  );
}

/** Where the link to a new mail address leads. */
export function NewAddressPage() {
  const { t } = useTranslation();
  const token = useToken();
  const set = useEnter(() => api.PUT("/api/account/address/", { body: { token } }));
  if (set.isSuccess) return <Navigate to="/account" replace />;
  return (
    <AccountFrame title={t("account.address")}>
      <ErrorNotice error={set.error} />
      <Button look="main" onClick={() => set.mutate(undefined)}>
        {t("account.useAddress")}
      </Button>
    </AccountFrame>
  );
}

/** The secret of a mailed link stands behind the #, which no browser sends to a server. */
function useToken(): string {
  return useLocation().hash.slice(1);
}

function SetPassword(props: {
  password: string;
  change: (value: string) => void;
  error: unknown;
  submit: () => unknown;
}) {
  const { t } = useTranslation();
  const submit = (e: FormEvent) => {
    e.preventDefault();
    props.submit();
  };
  return (
    <form onSubmit={submit}>
      <PasswordField value={props.password} change={props.change} fresh />
      <ErrorNotice error={props.error} />
      <Button look="main" type="submit">
        {t("account.setPassword")}
      </Button>
    </form>
  );
}
