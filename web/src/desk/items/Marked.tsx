import { useTranslation } from "react-i18next";
import { Button } from "../../ui/Button";
import type { DeskState } from "../useDeskState";

/** What can be done with all marked items at once; it stands over the page while there are any. */
export function Marked({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const items = state.desk.items.filter((i) => state.marked.includes(i.id));
  if (items.length === 0) return null;
  const inPool = items.some((i) => i.place === "pool");
  const inLesson = items.some((i) => i.place === "lesson");
  return (
    <section
      aria-label={t("marked.title")}
      className="fixed inset-x-0 bottom-3 z-20 mx-auto flex w-fit max-w-[95vw] flex-wrap items-center gap-2 rounded border border-teal bg-sheet px-3 py-2 shadow-lg"
    >
      <b role="status">{t("marked.count", { count: items.length })}</b>
      {inPool && (
        <Button small look="main" hint="T" onClick={() => state.put(state.marked, "lesson")}>
          {t("item.take")}
        </Button>
      )}
      {inLesson && (
        <Button small onClick={() => state.put(state.marked, "pool")}>
          {t("marked.toPool")}
        </Button>
      )}
      <Button small look="danger" hint="X" onClick={() => state.put(state.marked, "dropped")}>
        {t("item.drop")}
      </Button>
      <Button small look="quiet" hint="Escape" onClick={() => state.markAll([])}>
        {t("marked.none")}
      </Button>
    </section>
  );
}
