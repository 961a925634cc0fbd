import { useEffect, useLayoutEffect, useRef } from "react";
import { useTranslation } from "react-i18next";
import type { Clock } from "./clock";
import { dialectOf } from "./dialects";
import { RemoteMedia } from "./remote";

type Props = {
  clock: Clock;
  url: string;
  playerUrl: string;
  playerDialect: string;
  hasPicture: boolean;
  title: string;
  language: string;
  startMs?: number;
  /** How large captions are over the picture, beside the browser's own size; none at 0. */
  captions?: number;
  /** Whether there are any. */
  words?: boolean;
};

/** The recording's picture: its file, or its host's own player; a plain panel where there is only sound. */
export function Picture(props: Props) {
  return props.playerUrl ? <HostPlayer {...props} /> : <FilePlayer {...props} />;
}

function FilePlayer(props: Props) {
  const media = useRef<HTMLVideoElement>(null);
  const { t } = useTranslation();
  const { clock, startMs = 0, captions = 0 } = props;
  // Together with the keys: one pressed as soon as the room is seen already plays.
  useLayoutEffect(() => {
    if (!media.current) return;
    const detach = clock.attach(media.current);
    if (startMs > 0) clock.seek(startMs);
    return detach;
  }, [clock, startMs]);
  useEffect(() => {
    const track = media.current?.textTracks[0];
    if (track) track.mode = captions ? "showing" : "disabled";
  }, [captions]);
  return (
    <div data-captions={captions} className="relative overflow-hidden rounded-[3px] bg-ink">
      <video
        ref={media}
        src={props.url}
        preload="auto"
        playsInline
        aria-label={props.title}
        className={props.hasPicture ? "block aspect-video w-full" : "block h-16 w-full"}
      >
        <track
          kind="captions"
          src={props.words === false ? undefined : `${props.url}/captions.vtt`}
          srcLang={props.language}
        />
      </video>
      {!props.hasPicture && (
        <p className="absolute inset-0 flex items-center justify-center text-paper">{t("shared.soundOnly")}</p>
      )}
    </div>
  );
}

function HostPlayer({ clock, playerUrl, playerDialect, title, startMs = 0 }: Props) {
  const frame = useRef<HTMLIFrameElement>(null);
  useLayoutEffect(() => {
    if (!frame.current) return;
    const remote = new RemoteMedia(frame.current, dialectOf(playerDialect));
    const detach = clock.attach(remote);
    if (startMs > 0) clock.seek(startMs);
    return () => {
      detach();
      remote.close();
    };
  }, [clock, playerDialect, startMs]);
  return (
    <iframe
      ref={frame}
      title={title}
      src={playerUrl}
      allow="autoplay"
      sandbox="allow-scripts allow-same-origin"
      className="block aspect-video w-full rounded-[3px] border-0 bg-ink"
    />
  );
}
