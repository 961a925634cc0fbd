import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useTranslation } from "react-i18next";
import { api, body } from "../api/client";
import { ErrorNotice } from "../ui/Notice";
import type { Book } from "./GradebookPage";

const LATE = [1, 0.75, 0.5, 0.25, 0];

/** How a class's lessons count together; whatever is changed holds at once. */
export function CountingRules({ id, book }: { id: string; book: Book }) {
  const { t, i18n } = useTranslation();
  const queries = useQueryClient();
  const save = useMutation({
    mutationFn: async (change: { dropped?: number; late_share?: number; weights?: Record<string, number> }) => {
      const weights = Object.fromEntries(book.lessons.map((l) => [l.id, l.weight]));
      const rules = { dropped: book.dropped, late_share: book.late_share, ...change };
      return body(
        await api.PUT("/api/classes/{class_id}/gradebook/", {
          params: { path: { class_id: id } },
          body: { ...rules, weights: { ...weights, ...change.weights } },
        }),
      );
    },
    onSuccess: (told) => queries.setQueryData(["gradebook", id], told),
  });
  const percent = (share: number) => (share * 100).toLocaleString(i18n.language, { maximumFractionDigits: 0 });
  return (
    <details className="mb-4">
      <summary className="cursor-pointer font-semibold">{t("book.rules")}</summary>
      <div className="mt-2 flex flex-wrap items-end gap-x-6 gap-y-2">
        <label>
          <span className="block text-[13.5px] text-quiet">{t("book.dropped")}</span>
          <input
            type="number"
            min={0}
            max={Math.max(0, book.lessons.length - 1)}
            className="field !w-24"
            defaultValue={book.dropped}
            onBlur={(e) => e.target.valueAsNumber >= 0 && save.mutate({ dropped: e.target.valueAsNumber })}
          />
        </label>
        <label>
          <span className="block text-[13.5px] text-quiet">{t("book.lateShare")}</span>
          <select
            className="field !w-auto"
            value={book.late_share}
            onChange={(e) => save.mutate({ late_share: Number(e.target.value) })}
          >
            {LATE.map((share) => (
              <option key={share} value={share}>
                {percent(share)} %
              </option>
            ))}
          </select>
        </label>
        {book.lessons.map((l) => (
          <label key={l.id} className="max-w-48">
            <span dir="auto" className="block truncate text-[13.5px] text-quiet" title={l.title}>
              {t("book.weight", { title: l.title })}
            </span>
            <input
              type="number"
              min={0}
              max={100}
              step="any"
              className="field !w-24"
              defaultValue={l.weight}
              onBlur={(e) =>
                e.target.valueAsNumber >= 0 && save.mutate({ weights: { [l.id]: e.target.valueAsNumber } })
              }
            />
          </label>
        ))}
      </div>
      <p className="mt-1.5 text-[13.5px] text-quiet">{t("book.rulesWhat")}</p>
      <ErrorNotice error={save.error} />
    </details>
  );
}
