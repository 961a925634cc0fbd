import { useTranslation } from "react-i18next";
import { useBindings } from "../app/keys";
import { Dialog } from "./Dialog";
import { Keys } from "./Keys";

/** Every key in force, with what it does. */
export function KeyDialog({ close }: { close: () => void }) {
  const { t } = useTranslation();
  const bindings = useBindings();
  return (
    <Dialog title={t("shared.keys")} close={close}>
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
  );
}
