import { useTranslation } from "react-i18next";
import { useNavigate, useParams } from "react-router";
import { useKeys } from "../app/keys";
import { NotYet } from "../ui/Notice";
import { Doors } from "./Doors";
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
    <main className="flex min-h-dvh bg-sheet">
      <Doors title={a.lesson_title} qr={a.qr} link={a.link} code={a.code ?? ""} />
    </main>
  );
}
