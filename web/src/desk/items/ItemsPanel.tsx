import { useState } from "react";
import { useTranslation } from "react-i18next";
import { useNavigate } from "react-router";
import { useKeys } from "../../app/keys";
import { KINDS } from "../../kinds/kinds";
import { WRITTEN } from "../../kinds/writing";
import { Button } from "../../ui/Button";
import { SecondReader } from "../checking/SecondReader";
import { Materials } from "../materials/Materials";
import { PasteDialog } from "../pasting/PasteDialog";
import { Replace } from "../replacing/Replace";
import type { DeskState } from "../useDeskState";
import { ChooseForm } from "../writing/ChooseForm";
import { ProposeForm } from "../writing/ProposeForm";

/** Items by hand, pasted, proposed, and chosen from what was proposed. */
export function ItemsPanel({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const [pasting, setPasting] = useState(false);
  const go = useNavigate();
  const inOtherWords = () => go(`/lessons/${state.desk.id}/wording`);
  useKeys([
    { keys: "Shift+V", label: t("paste.open"), run: () => setPasting(true) },
    { keys: "Shift+Z", label: t("wording.open"), run: inOtherWords },
  ]);
  return (
    <>
      <section aria-label={t("items.own")} className="mb-4">
        <h2 className="mb-1.5 font-semibold">{t("items.own")}</h2>
        <p className="mb-2 text-[13.5px] text-quiet">{t("items.ownHelp")}</p>
        <div className="flex flex-wrap gap-1.5">
          {KINDS.map((k) => (
            <Button key={k} small hint={WRITTEN[k].key} onClick={() => state.addItem(k)}>
              {t(`kind.${k}`)}
            </Button>
          ))}
        </div>
        <div className="mt-2 flex flex-wrap gap-1.5">
          <Button small hint="Shift+V" onClick={() => setPasting(true)}>
            {t("paste.open")}
          </Button>
          <Replace state={state} where="items" />
          <Button small hint="Shift+Z" onClick={inOtherWords}>
            {t("wording.open")}
          </Button>
        </div>
        {pasting && <PasteDialog state={state} close={() => setPasting(false)} />}
      </section>
      <ProposeForm state={state} />
      <SecondReader state={state} of="pool" />
      <ChooseForm state={state} />
      <Materials state={state} />
    </>
  );
}
