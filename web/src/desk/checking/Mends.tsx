import { useTranslation } from "react-i18next";
import { Button } from "../../ui/Button";
import type { Item } from "../queries";
import type { DeskState } from "../useDeskState";
import { apply, mendsOf } from "./mending";

/** What would put the item in hand right, one press each; nothing is changed unasked. */
export function Mends({ item, state }: { item: Item; state: DeskState }) {
  const { t, i18n } = useTranslation();
  const offered = mendsOf(item);
  if (offered.length === 0) return null;
  return (
    <section className="mt-2 border-t border-rule pt-1.5">
      <h3 className="mb-1 text-[13px] text-quiet">{t("mend.title")}</h3>
      <ul className="space-y-1">
        {offered.map((mend, number) => {
          const key = `mend.${mend.code}`;
          return (
            <li key={mend.message}>
              <Button
                small
                hint={number === 0 ? "O" : undefined}
                className="!whitespace-normal text-left"
                onClick={() => apply(state, item, mend)}
              >
                <span dir="auto">{i18n.exists(key) ? t(key, mend.params) : mend.message}</span>
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
