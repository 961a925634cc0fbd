import { useTranslation } from "react-i18next";
import { Field } from "../ui/Field";

/** A password to give: one that is known, or a new one. */
export function PasswordField(props: {
  label?: string;
  value: string;
  change: (value: string) => void;
  fresh?: boolean;
}) {
  const { t } = useTranslation();
  return (
    <Field label={props.label ?? t("account.password")} help={props.fresh ? t("account.passwordHelp") : undefined}>
      <input
        className="field"
        type="password"
        required
        value={props.value}
        onChange={(e) => props.change(e.target.value)}
        autoComplete={props.fresh ? "new-password" : "current-password"}
      />
    </Field>
  );
}

export function MailField(props: { label?: string; value: string; change: (value: string) => void }) {
  const { t } = useTranslation();
  return (
    <Field label={props.label ?? t("account.email")}>
      <input
        className="field"
        type="email"
        required
        value={props.value}
        onChange={(e) => props.change(e.target.value)}
        autoComplete="email"
      />
    </Field>
  );
}

/** The code of the second step; ``now``: it is what is waited for. */
export function CodeField(props: { value: string; change: (value: string) => void; now?: boolean }) {
  const { t } = useTranslation();
  return (
    <Field label={t("second.code")} help={t("second.codeHelp")}>
      <input
        className="field"
        // biome-ignore lint/a11y/noAutofocus: the form has just asked for it
        autoFocus={props.now}
        required
        maxLength={20}
        value={props.value}
        onChange={(e) => props.change(e.target.value)}
        autoComplete="one-time-code"
      />
    </Field>
  );
}
