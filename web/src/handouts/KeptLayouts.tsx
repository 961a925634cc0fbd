import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";
import { useUndo } from "../ui/Undo";
import type { Layout } from "./parts";
import { type Handout, useKeptLayouts } from "./queries";

type Props = { lesson: string; handout: Handout; layout: Layout; change: (layout: Layout) => void };

/** The layout under a name, for the next lesson; and those kept before. */
export function KeptLayouts({ lesson, handout, layout, change }: Props) {
  const { t } = useTranslation();
  const [name, setName] = useState("");
  const { keep, remove } = useKeptLayouts(lesson);
  const undo = useUndo();
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (name.trim()) keep.mutate({ name: name.trim(), layout }, { onSuccess: () => setName("") });
  };
  const use = (kept: Handout["kept"][number]) => {
    change(kept.layout);
    undo.offer(t("handout.used", { name: kept.name }), async () => change(layout));
  };
  return (
    <details className="mt-4 border-t border-rule pt-3">
      <summary className="cursor-pointer font-semibold">{t("handout.layouts")}</summary>
      <p className="mt-1 mb-2 text-[13.5px] text-quiet">{t("handout.layoutsHelp")}</p>
      <ul className="mb-2 space-y-1">
        {handout.kept.map((kept) => (
          <li key={kept.id} className="flex items-center gap-2">
            <span dir="auto" className="min-w-0 flex-1 truncate">
              {kept.name}
            </span>
            <Button small onClick={() => use(kept)}>
              {t("handout.use")}
            </Button>
            <Button small look="quiet" onClick={() => remove.mutate(kept.id)}>
              {t("handout.forget")}
            </Button>
          </li>
        ))}
      </ul>
      <form className="flex gap-2" onSubmit={submit}>
        <input
          className="field"
          aria-label={t("handout.layoutName")}
          placeholder={t("handout.layoutName")}
          value={name}
          maxLength={80}
          onChange={(e) => setName(e.target.value)}
        />
        <Button type="submit" disabled={!name.trim() || keep.isPending}>
          {t("handout.keep")}
        </Button>
      </form>
      <ErrorNotice error={keep.error ?? remove.error} />
    </details>
  );
}
