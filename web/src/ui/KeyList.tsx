import { lazy, Suspense, useState } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import { Button } from "./Button";

// A phone does not load it before it is asked for.
const KeyDialog = lazy(() => import("./KeyDialog").then((m) => ({ default: m.KeyDialog })));

/** The one list of keys, under "?" and a small button. */
export function KeyList() {
  const { t } = useTranslation();
  const [open, setOpen] = useState(false);
  useKeys([{ keys: "?", label: t("shared.keys"), run: () => setOpen(true) }]);
  return (
    <>
      <Button look="quiet" small onClick={() => setOpen(true)} aria-label={t("shared.keys")} title={t("shared.keys")}>
        <kbd>?</kbd>
      </Button>
      <Suspense>{open && <KeyDialog close={() => setOpen(false)} />}</Suspense>
    </>
  );
}
