import { createContext, type ReactNode, useCallback, useContext, useState } from "react";
import { useTranslation } from "react-i18next";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { acts, type Item, type Segment } from "../queries";
import type { DeskState } from "../useDeskState";

const Choosing = createContext<(segment: Segment) => void>(() => undefined);

/** To have a segment take part or leave it out; where items rest in it, what becomes of them is asked first. */
export function useChooseSegment() {
  return useContext(Choosing);
}

export function LeaveOut({ state, children }: { state: DeskState; children: ReactNode }) {
  const { t } = useTranslation();
  const [asked, setAsked] = useState<Segment | null>(null);
  const { desk, run } = state;
  const choose = useCallback(
    (segment: Segment) => {
      if (segment.takes_part && desk.items.some((i) => i.place === "lesson" && restsIn(i, segment))) setAsked(segment);
      else run(() => acts.choose(segment.id, !segment.takes_part));
    },
    [desk.items, run],
  );
  const settle = (itemsTo: "pool" | "dropped") => {
    if (asked) run(() => acts.choose(asked.id, false, itemsTo));
    setAsked(null);
  };
  const count = asked ? desk.items.filter((i) => i.place === "lesson" && restsIn(i, asked)).length : 0;
  return (
    <Choosing value={choose}>
      {children}
      {asked && (
        <Dialog title={t("script.leaveOutTitle", { title: asked.title })} close={() => setAsked(null)}>
          <p className="mb-4">{t("script.leaveOutItems", { count })}</p>
          <div className="flex flex-wrap gap-2">
            <Button look="main" onClick={() => settle("pool")}>
              {t("script.itemsToPool")}
            </Button>
            <Button onClick={() => settle("dropped")}>{t("script.itemsOut")}</Button>
            <Button look="quiet" onClick={() => setAsked(null)}>
              {t("shared.cancel")}
            </Button>
          </div>
        </Dialog>
      )}
    </Choosing>
  );
}

/** As the server sees it: what an item rests on, or else its pause, lies in the segment. */
function restsIn(item: Item, segment: Segment): boolean {
  const evidence = item.content.evidence?.[0] ?? item.report?.evidence[0];
  const at = evidence?.start_ms ?? item.content.pause_ms;
  return typeof at === "number" && segment.start_ms <= at && at < segment.end_ms;
}
