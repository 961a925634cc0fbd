import { useQueryClient } from "@tanstack/react-query";
import { useTranslation } from "react-i18next";
import { api } from "../api/client";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";
import { useUndo } from "../ui/Undo";
import { useDropWording } from "./queries";

/** Takes a wording away from all items, and offers to bring it back. */
export function TakeAway({ lesson, tag, name }: { lesson: string; tag: string; name: string }) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const { offer } = useUndo();
  const drop = useDropWording(lesson, tag);
  const back = async () => {
    await api.POST("/api/lessons/{lesson_id}/undo/", { params: { path: { lesson_id: lesson } } });
    await queries.invalidateQueries({ queryKey: ["wording", lesson] });
  };
  const gone = () => offer(t("wording.takenAway", { name }), back);
  return (
    <div className="mb-3 ml-auto">
      <Button small onClick={() => drop.mutate(undefined, { onSuccess: gone })}>
        {t("wording.takeAway")}
      </Button>
      <ErrorNotice error={drop.error} />
    </div>
  );
}
