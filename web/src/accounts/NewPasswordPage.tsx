import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { Navigate, useParams } from "react-router";
import { api } from "../api/client";
import { useEnter } from "../app/session";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import { AccountFrame } from "./SignInPage";

/** Where the link in the mail for a new password leads. */
export function NewPasswordPage() {
  const { t } = useTranslation();
  const { user = "", token = "" } = useParams();
  const [password, setPassword] = useState("");
  const set = useEnter(() => api.POST("/api/accounts/new-password/", { body: { user, token, password } }));
  if (set.isSuccess) return <Navigate to="/" replace />;
  const submit = (e: FormEvent) => {
    e.preventDefault();
    set.mutate(undefined);
  };
  return (
    <AccountFrame title={t("account.newPassword")}>
      <form onSubmit={submit}>
        <Field label={t("account.password")} help={t("account.passwordHelp")}>
          <input
            className="field"
            type="password"
            required
            value={password}
            onChange={(e) => setPassword(e.target.value)}
            autoComplete="new-password"
          />
        </Field>
        <ErrorNotice error={set.error} />
        <Button look="main" type="submit">
          {t("account.setPassword")}
        </Button>
      </form>
    </AccountFrame>
  );
}
