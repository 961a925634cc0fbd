import { useEffect } from "react";
import { useTranslation } from "react-i18next";
import { Link, Navigate, useParams } from "react-router";
import { api } from "../api/client";
import { useEnter } from "../app/session";
import { ErrorNotice, Waiting } from "../ui/Notice";
import { AccountFrame } from "./SignInPage";

/** Where the link in the first mail leads. */
export function ConfirmPage() {
  const { t } = useTranslation();
  const { token = "" } = useParams();
  const confirm = useEnter((token: string) => api.POST("/api/accounts/confirm/", { body: { token } }));
  const { mutate } = confirm;
  useEffect(() => mutate(token), [mutate, token]);
  if (confirm.isSuccess) return <Navigate to="/" replace />;
  return (
    <AccountFrame title={t("account.confirming")}>
      {confirm.error ? <ErrorNotice error={confirm.error} /> : <Waiting />}
      <Link className="text-teal underline" to="/sign-in">
        {t("account.title.in")}
      </Link>
    </AccountFrame>
  );
}
