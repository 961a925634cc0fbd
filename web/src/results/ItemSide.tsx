import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Button } from "../ui/Button";
import { NotYet } from "../ui/Notice";
import { useOutcome } from "./Bar";
import { CorrectDialog } from "./CorrectDialog";
import { ItemFigures } from "./ItemFigures";
import { OptionBars } from "./OptionBars";
import { type ItemAnswers, useItemAnswers } from "./queries";

/** All answers to one item side by side; ``mark`` opens those in students' own words for marking. */
export function ItemSide({ assignment, item, mark }: { assignment: string; item: string; mark: () => void }) {
  const { t } = useTranslation();
  const found = useItemAnswers(assignment, item);
  const outcome = useOutcome();
  if (!found.data) return <NotYet error={found.error} />;
  const open = found.data.kind === "open";
  return (
    <>
      <OptionBars item={found.data} />
      <ItemFigures item={found.data} />
      <Correct assignment={assignment} item={found.data} />
      {open && (
        <Button small look="main" className="mb-3" onClick={mark}>
          {t("marking.open")}
        </Button>
      )}
      <ul className="space-y-2.5">
        {found.data.answers.map((a) => (
          <li key={a.id} className="rounded border border-rule bg-sheet px-3 py-2">
            <p className="flex justify-between gap-3">
              <b dir="auto">{a.nickname}</b>
              <span className="text-quiet">{outcome({ ...a, outcome: a.marked_at ? "marked" : a.outcome })}</span>
            </p>
            {open && a.said !== "?" && (
              <p dir="auto" className="whitespace-pre-wrap font-script">
                {a.said}
              </p>
            )}
          </li>
        ))}
      </ul>
      {found.data.answers.length === 0 && <p className="text-quiet">{t("results.noAnswers")}</p>}
    </>
  );
}

/** The way to put the marking right, and what was put right before. */
function Correct({ assignment, item }: { assignment: string; item: ItemAnswers }) {
  const { t } = useTranslation();
  const [open, setOpen] = useState(false);
  return (
    <p className="mb-3">
      {item.corrected !== null && (
        <span dir="auto" className="mb-1 block border-l-4 border-moss pl-3 text-[14px]">
          {t("correct.was")} {item.corrected}
        </span>
      )}
      <Button small onClick={() => setOpen(true)}>
        {t("correct.open")}
      </Button>
      {open && <CorrectDialog assignment={assignment} item={item} close={() => setOpen(false)} />}
    </p>
  );
}
