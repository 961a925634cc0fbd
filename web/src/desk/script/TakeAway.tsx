import { useTranslation } from "react-i18next";
import type { Desk } from "../queries";

const FORMS = ["webvtt", "srt", "ttml", "listing", "text", "chapters"] as const;

/** The script and its segments as files in open formats. */
export function TakeAway({ desk }: { desk: Desk }) {
  const { t } = useTranslation();
  return (
    <section className="mt-4 border-t border-rule pt-3">
      <h2 className="mb-1 font-semibold">{t("away.title")}</h2>
      <ul className="flex flex-wrap gap-x-4 gap-y-1 text-[14px]">
        {FORMS.map((form) => (
          <li key={form}>
            <a className="text-teal underline" href={`/api/lessons/${desk.id}/script/as/${form}/`} download>
              {t(`away.${form}`)}
            </a>
          </li>
        ))}
      </ul>
    </section>
  );
}
