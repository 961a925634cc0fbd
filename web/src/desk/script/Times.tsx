import { useTranslation } from "react-i18next";
import { Button } from "../../ui/Button";
import { acts } from "../queries";
import type { DeskState } from "../useDeskState";

/** Whose times the words have, how far the sound moved them, and the way back. */
export function Times({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const { recording } = state.desk;
  const unsure = state.sentences.filter((s) => !s.is_sure).length;
  if (!recording.sound_fits) return <p className="mb-3 rounded bg-blush px-3 py-2">{t("times.unfit")}</p>;
  const warned = unsure > 0 && (
    <p className="mb-3 border-l-4 border-dashed border-amber pl-3 text-[14px]">
      {t("times.unsure", { count: unsure })}
    </p>
  );
  if (recording.sound_moved_ms == null) return warned;
  const bySound = recording.times_by === "sound";
  const seconds = (Math.abs(recording.sound_moved_ms) / 1000).toFixed(1);
  const how = Number(seconds) < 0.2 ? "near" : recording.sound_moved_ms > 0 ? "late" : "early";
  return (
    <section className="mb-4 border-b border-rule pb-3" aria-label={t("times.title")}>
      {warned}
      <p className="mb-1.5 text-[13.5px]">{bySound ? t(`times.${how}`, { seconds }) : t("times.captions")}</p>
      <Button small onClick={() => state.run(() => acts.times(state.desk.id, bySound ? "captions" : "sound"))}>
        {t(bySound ? "times.takeBack" : "times.useSound")}
      </Button>
    </section>
  );
}
