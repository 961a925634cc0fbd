import { useTranslation } from "react-i18next";
import { Button } from "./Button";

/** At the foot of a form in a dialog. */
export function SaveOrCancel({ cancel, disabled = false }: { cancel: () => void; disabled?: boolean }) {
  const { t } = useTranslation();
  return (
    <div className="mt-3 flex gap-2">
      <Button look="main" type="submit" disabled={disabled}>
        {t("recording.save")}
      </Button>
      <Button onClick={cancel}>{t("shared.cancel")}</Button>
    </div>
  );
}
