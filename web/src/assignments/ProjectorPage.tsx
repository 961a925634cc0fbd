import { useTranslation } from "react-i18next";
import { useNavigate, useParams } from "react-router";
import { useKeys } from "../app/keys";
import { NotYet } from "../ui/Notice";
import { useAssignment } from "./queries";

/** Code and QR, large, for the classroom screen. */
export function ProjectorPage() {
  const { t } = useTranslation();
  const { assignment = "" } = useParams();
  const shown = useAssignment(assignment);
  const go = useNavigate();
  useKeys([{ keys: "Escape", label: t("share.backFromProjector"), run: () => go(-1) }]);
  if (!shown.data) return <NotYet error={shown.error} />;
  const a = shown.data;
  return (
    <main className="flex min-h-dvh flex-col items-center justify-center gap-4 bg-sheet p-6 text-center">
      <h1 dir="auto" className="font-script text-4xl font-semibold">
        {a.lesson_title}
      </h1>
      <img src={a.qr} alt={t("share.qr", { code: a.code })} className="w-[min(56vh,80vw)]" />
      <p className="text-2xl">{a.link}</p>
      <p className="text-6xl font-semibold tracking-[0.15em]">{a.code}</p>
    </main>
  );
}
