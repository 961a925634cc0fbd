import { useEffect, useRef } from "react";
import { useTranslation } from "react-i18next";
import type { Clock } from "./clock";

/** The recording's picture, or a plain panel where there is only sound. */
export function Picture(props: {
  clock: Clock;
  url: string;
  hasPicture: boolean;
  title: string;
  language: string;
  startMs?: number;
}) {
  const media = useRef<HTMLVideoElement>(null);
  const { t } = useTranslation();
  const { clock, startMs = 0 } = props;
  useEffect(() => {
    if (!media.current) return;
    const detach = clock.attach(media.current);
    if (startMs > 0) clock.seek(startMs);
    return detach;
  }, [clock, startMs]);
  return (
    <div className="relative overflow-hidden rounded-[3px] bg-ink">
      <video
        ref={media}
        src={props.url}
        preload="auto"
        playsInline
        aria-label={props.title}
        className={props.hasPicture ? "block aspect-video w-full" : "block h-16 w-full"}
      >
        <track kind="captions" src={`${props.url}/captions.vtt`} srcLang={props.language} />
      </video>
      {!props.hasPicture && (
        <p className="absolute inset-0 flex items-center justify-center text-paper">{t("shared.soundOnly")}</p>
      )}
    </div>
  );
}
