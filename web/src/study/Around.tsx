import { useTranslation } from "react-i18next";
import { Rich } from "../ui/Rich";
import type { StudyMaterial } from "./materials";

/** What a student gets before or after the viewing, folded. */
export function Around({ materials, open = false }: { materials: StudyMaterial[]; open?: boolean }) {
  const { t } = useTranslation();
  return materials.map((m) => (
    <details key={m.kind} open={open} className="mb-3 rounded border border-rule bg-sheet px-3 py-2">
      <summary className="cursor-pointer font-semibold">{t(`material.${m.kind}`)}</summary>
      <ul className="mt-1 list-[square] space-y-1 pl-5">
        {m.lines.map((line) => (
          <li key={line.text} dir="auto">
            <Rich text={line.text} />
            {line.meaning && <span className="text-quiet"> – {line.meaning}</span>}
          </li>
        ))}
      </ul>
    </details>
  ));
}
