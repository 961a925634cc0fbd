import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import { Button } from "./Button";
import { ErrorNotice } from "./Notice";

type Offer = { said: string; undo: () => Promise<unknown> };
type Undo = { offer: (said: string, undo: () => Promise<unknown>) => void };

const Offering = createContext<Undo>({ offer: () => undefined });

/** To say what was removed, and offer to take that back. */
export function useUndo(): Undo {
  return useContext(Offering);
}

/** Around the pages: the last thing removed stands at the bottom until it is taken back or the page ``of`` is left. */
export function UndoOffer({ children, of }: { children: ReactNode; of: string }) {
  const [last, setLast] = useState<Offer | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: with the page it goes
  useEffect(() => setLast(null), [of]);
  const undo = useMemo(() => ({ offer: (said: string, back: Offer["undo"]) => setLast({ said, undo: back }) }), []);
  return (
    <Offering value={undo}>
      {children}
      {last && <Offered key={last.said} last={last} done={() => setLast(null)} />}
    </Offering>
  );
}

function Offered({ last, done }: { last: Offer; done: () => void }) {
  const { t } = useTranslation();
  const [error, setError] = useState<unknown>(null);
  const back = () => last.undo().then(done, setError);
  useKeys([{ keys: "Shift+U", label: t("shared.undo"), run: back }]);
  return (
    <div className="fixed inset-x-0 bottom-4 z-10 flex justify-center px-4">
      <div
        role="status"
        className="flex flex-wrap items-center gap-3 rounded border border-line bg-sheet px-4 py-2.5 shadow-sm"
      >
        <span dir="auto">{last.said}</span>
        <ErrorNotice error={error} />
        <Button small look="main" hint="Shift+U" onClick={back}>
          {t("shared.undo")}
        </Button>
        <Button small look="quiet" onClick={done}>
          {t("shared.close")}
        </Button>
      </div>
    </div>
  );
}
