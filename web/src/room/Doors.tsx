import { useTranslation } from "react-i18next";
import type { Screen } from "./useScreen";

/** How students come in, large enough for the last row. */
export function Doors({ screen, here }: { screen: Screen; here: number | null }) {
  const { t } = useTranslation();
  return (
    <div className="m-auto flex flex-col items-center gap-3 p-4 text-center">
      <h1 dir="auto" className="font-script text-4xl font-semibold">
        {screen.lesson.title}
      </h1>
      <img src={screen.qr} alt={t("share.qr", { code: screen.code })} className="w-[min(44vh,70vw)]" />
      <p className="break-all text-2xl">{screen.link}</p>
      <p className="text-6xl font-semibold tracking-[0.15em]">{screen.code}</p>
      {here !== null && (
        <p role="status" className="text-xl text-quiet">
          {t("room.here", { count: here })}
        </p>
      )}
    </div>
  );
}
