import { useState } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../../app/keys";
import { Button } from "../../ui/Button";
import type { DeskState } from "../useDeskState";
import { ReplaceDialog } from "./ReplaceDialog";

/** The button and key that open finding and replacing. */
export function Replace({ state, where }: { state: DeskState; where: "script" | "items" }) {
  const { t } = useTranslation();
  const [open, setOpen] = useState(false);
  const label = t(`replace.title.${where}`);
  useKeys([{ keys: "Shift+R", label, run: () => setOpen(true) }]);
  return (
    <>
      <Button small hint="Shift+R" onClick={() => setOpen(true)}>
        {label}
      </Button>
      {open && <ReplaceDialog state={state} where={where} close={() => setOpen(false)} />}
    </>
  );
}
