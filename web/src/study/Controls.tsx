import { Captions, Maximize, Volume2 } from "lucide-react";
import { useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import { onDevice } from "../app/storage";
import type { Clock } from "../player/clock";

const SPEEDS = [0.5, 0.75, 1, 1.25, 1.5, 2];
/** How large captions are over the picture, beside the browser's own size; none at 0. */
const SIZES = [0, 1, 1.5, 2];
const KEPT = "escuela.listening";
const BOX = "flex min-h-11 min-w-11 items-center justify-center gap-1.5 rounded border px-2";

/** How a student listens, kept on the device. */
export type Listening = { speed: number; volume: number; captions: number };

export function useListening(clock: Clock) {
  const [how, setHow] = useState(kept);
  useEffect(() => {
    clock.setRate(how.speed);
    clock.setVolume(how.volume);
    onDevice.set(KEPT, JSON.stringify(how));
  }, [clock, how]);
  return [how, (part: Partial<Listening>) => setHow((old) => ({ ...old, ...part }))] as const;
}

function kept(): Listening {
  const usual = { speed: 1, volume: 1, captions: 0 };
  try {
    const { speed, volume, captions } = { ...usual, ...JSON.parse(onDevice.get(KEPT) ?? "{}") };
    return {
      speed: SPEEDS.includes(speed) ? speed : 1,
      volume: volume >= 0 && volume <= 1 ? volume : 1,
      captions: SIZES.includes(Number(captions)) ? Number(captions) : 0,
    };
  } catch {
    return usual;
  }
}

type Props = {
  how: Listening;
  set: (part: Partial<Listening>) => void;
  /** Where the host shows its own player, captions and volume are the host's. */
  ofHost: boolean;
  /** Whether what is said may be read. */
  words: boolean;
};

/** Speed, volume, captions over the picture, and the whole screen. */
export function Controls({ how, set, ofHost, words }: Props) {
  const { t, i18n } = useTranslation();
  const faster = (by: number) => {
    const next = SPEEDS[SPEEDS.indexOf(how.speed) + by];
    if (next) set({ speed: next });
  };
  const captions = () => set({ captions: SIZES[SIZES.indexOf(how.captions) + 1] ?? 0 });
  useKeys([
    { keys: ">", label: t("study.faster"), run: () => faster(1) },
    { keys: "<", label: t("study.slower"), run: () => faster(-1) },
    { keys: "C", label: t("study.captions"), run: captions, off: ofHost || !words },
    { keys: "W", label: t("study.wholeScreen"), run: wholeScreen },
  ]);
  return (
    <div className="flex flex-wrap items-center gap-2">
      <label className={`${BOX} border-rule`} title={t("study.speed")}>
        <span className="sr-only">{t("study.speed")}</span>
        <select className="bg-transparent" value={how.speed} onChange={(e) => set({ speed: Number(e.target.value) })}>
          {SPEEDS.map((s) => (
            <option key={s} value={s}>
              {s.toLocaleString(i18n.language)} ×
            </option>
          ))}
        </select>
      </label>
      {!ofHost && (
        <label className={`${BOX} border-rule max-sm:hidden`} title={t("study.volume")}>
          <Volume2 size={17} aria-hidden="true" />
          <span className="sr-only">{t("study.volume")}</span>
          <input
            type="range"
            className="w-16 accent-teal"
            min={0}
            max={1}
            step={0.05}
            value={how.volume}
            onChange={(e) => set({ volume: Number(e.target.value) })}
          />
        </label>
      )}
      {!ofHost && words && (
        <label
          className={`${BOX} ${how.captions ? "border-teal bg-here text-teal" : "border-rule"}`}
          title={`${t("study.captions")} (C)`}
        >
          <Captions size={17} aria-hidden="true" />
          <span className="sr-only">{t("study.captions")}</span>
          <select
            className="bg-transparent"
            value={how.captions}
            onChange={(e) => set({ captions: Number(e.target.value) })}
          >
            {SIZES.map((size) => (
              <option key={size} value={size}>
                {size === 0 ? t("study.captionsOff") : `${size * 100} %`}
              </option>
            ))}
          </select>
        </label>
      )}
      {document.fullscreenEnabled && (
        <button
          type="button"
          aria-label={t("study.wholeScreen")}
          title={`${t("study.wholeScreen")} (W)`}
          onClick={wholeScreen}
          className={`${BOX} border-rule`}
        >
          <Maximize size={17} aria-hidden="true" />
        </button>
      )}
    </div>
  );
}

/** The whole page, so that the cards come on it too. */
function wholeScreen() {
  const done = document.fullscreenElement ? document.exitFullscreen() : document.documentElement.requestFullscreen();
  done.catch(() => undefined);
}
