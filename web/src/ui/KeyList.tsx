import { useState } from "react";
import { useTranslation } from "react-i18next";
import { useBindings, useKeys } from "../app/keys";
import { Button } from "./Button";
import { Dialog } from "./Dialog";
import { Keys } from "./Keys";

/** The one list of keys, under "?" and a small button. */
export function KeyList() {
  const { t } = useTranslation();
  const [open, setOpen] = useState(false);
  const bindings = useBindings();
  useKeys([{ keys: "?", label: t("shared.keys"), run: () => setOpen(true) }]);
  return (
    <>
      <Button look="quiet" small onClick={() => setOpen(true)} aria-label={t("shared.keys")} title={t("shared.keys")}>
        <kbd>?</kbd>
      </Button>
      {open && (
        <Dialog title={t("shared.keys")} close={() => setOpen(false)}>
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
            {bindings.map((b) => (
              <div key={b.keys + b.label} className="contents">
                <dt>
                  <Keys keys={b.keys} />
                </dt>
                <dd>{b.label}</dd>
              </div>
            ))}
          </dl>
        </Dialog>
      )}
    </>
  );
}
