import { useTranslation } from "react-i18next";
import { clock as shown } from "../../app/times";
import { useOnClock } from "../../player/hooks";
import { Picture } from "../../player/Picture";
import { Button } from "../../ui/Button";
import type { DeskState } from "../useDeskState";

const RATES = [1, 1.25, 1.5, 0.75];

/** The picture and what moves it. */
export function PicturePanel({ state }: { state: DeskState }) {
  const { desk, clock } = state;
  const { t } = useTranslation();
  const playing = useOnClock(clock, (c) => c.playing);
  const tenth = useOnClock(clock, (c) => Math.floor(c.nowMs / 100));
  const rate = useOnClock(clock, (c) => c.rate);
  const turn = () => clock.setRate(RATES[(RATES.indexOf(rate) + 1) % RATES.length] ?? 1);
  return (
    <div className="mb-3">
      <Picture
        clock={clock}
        url={desk.recording.media_url}
        playerUrl={desk.recording.player_url ?? ""}
        playerDialect={desk.recording.player_dialect ?? ""}
        hasPicture={desk.recording.has_picture ?? false}
        title={desk.title}
        language={desk.recording.language ?? "en"}
      />
      <div className="mt-2 flex flex-wrap items-center gap-x-2.5 gap-y-1">
        <Button hint="Space" onClick={() => clock.toggle()} className="min-w-28 shrink-0 justify-between">
          {playing ? t("desk.hold") : t("desk.play")}
        </Button>
        <span className="text-[18px] font-semibold">{shown(tenth * 100, true)}</span>
        <span className="whitespace-nowrap text-quiet">
          {t("desk.of", { length: shown(desk.recording.duration_ms) })}
        </span>
        <button type="button" className="ml-auto text-quiet hover:text-ink" onClick={turn} title={t("desk.rate")}>
          {rate.toFixed(2).replace(/0$/, "")}×
        </button>
      </div>
    </div>
  );
}
