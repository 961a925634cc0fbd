import { ImagePlus } from "lucide-react";
import { type ClipboardEvent as ReactClipboardEvent, type ReactNode, useEffect, useId, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { attach, attachedUrl } from "../../api/attachments";
import { clock as shown } from "../../app/times";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { ErrorNotice } from "../../ui/Notice";
import { useWords } from "../../ui/words";
import type { Content } from "../queries";
import { useRecorder } from "./useRecorder";

type Props = { lesson: string; content: Content; put: (part: Partial<Content>) => void };

const PICTURES = "image/png,image/jpeg,image/webp,image/gif";

/** The picture of an item: chosen or pasted, with words for those who cannot see it. */
export function Picture({ lesson, content, put }: Props) {
  const { t } = useTranslation();
  const words = useWords();
  const [busy, keep, error] = useKeep(lesson, "image", (image) => put({ image }));
  usePastedPicture(keep);
  if (!content.image) {
    return (
      <div className="mb-3">
        <FileButton label={t("item.addPicture")} accept={PICTURES} busy={busy} take={keep} />
        <ErrorNotice error={error} />
      </div>
    );
  }
  return (
    <div className="mb-3">
      <img
        src={attachedUrl(content.image)}
        alt={content.image_alt ?? ""}
        className="mb-1.5 max-h-40 rounded border border-rule"
      />
      <Field label={t("item.imageAlt")} help={t("item.imageAltHelp")}>
        <input
          {...words}
          className="field"
          value={content.image_alt ?? ""}
          onChange={(e) => put({ image_alt: e.target.value })}
        />
      </Field>
      <Button small onClick={() => put({ image: "", image_alt: "" })}>
        {t("item.removePicture")}
      </Button>
    </div>
  );
}

/** A note that the teacher speaks: recorded here or chosen, played at its pause. */
export function Spoken({ lesson, content, put }: Props) {
  const { t } = useTranslation();
  const [busy, keep, error] = useKeep(lesson, "sound", (sound) => put({ sound }));
  const recorder = useRecorder(keep);
  return (
    <fieldset className="mb-3">
      <legend className="mb-1 text-[13.5px] text-quiet">{t("item.spoken")}</legend>
      <div className="flex flex-wrap items-center gap-1.5">
        {content.sound && !recorder.on && (
          <>
            {/* biome-ignore lint/a11y/useMediaCaption: the teacher's own words, which the note says in writing too */}
            <audio controls preload="metadata" src={attachedUrl(content.sound)} className="h-9 w-full" />
            <Button small onClick={() => put({ sound: "" })}>
              {t("item.removeSound")}
            </Button>
          </>
        )}
        {recorder.on ? (
          <Button small look="danger" onClick={recorder.stop}>
            {t("item.stopRecording")} <span aria-live="off">{shown(recorder.seconds * 1000)}</span>
          </Button>
        ) : (
          <Button small disabled={busy} onClick={recorder.start}>
            {t(content.sound ? "item.speakAgain" : "item.speak")}
          </Button>
        )}
        {!content.sound && !recorder.on && (
          <FileButton label={t("item.soundFile")} accept="audio/*" busy={busy} take={keep} />
        )}
      </div>
      {recorder.refused && (
        <p role="alert" className="mt-1 text-brick">
          {t("item.noMicrophone")}
        </p>
      )}
      <ErrorNotice error={error} />
    </fieldset>
  );
}

type OptionPictureProps = {
  lesson: string;
  /** Which option it belongs to. */
  letter: string;
  image: string;
  put: (image: string) => void;
  children: ReactNode;
};

/** An option's words with a picture beside them, chosen or pasted while they are written. */
export function OptionPicture({ lesson, letter, image, put, children }: OptionPictureProps) {
  const { t } = useTranslation();
  const [busy, keep, error] = useKeep(lesson, "image", put);
  const paste = (e: ReactClipboardEvent) => {
    if (!pictureIn(e.nativeEvent)) return;
    e.stopPropagation(); // it is not the item's picture then
    void keep(pictureIn(e.nativeEvent) as File);
  };
  return (
    <div className="min-w-0 grow" onPaste={paste}>
      <div className="flex items-center gap-1.5">
        {children}
        {image ? (
          <button
            type="button"
            className="shrink-0"
            aria-label={t("item.removePictureOf", { letter })}
            title={t("item.removePictureOf", { letter })}
            onClick={() => put("")}
          >
            <img src={attachedUrl(image)} alt="" className="h-9 w-14 rounded border border-rule object-cover" />
          </button>
        ) : (
          <FileButton label={t("item.addPictureTo", { letter })} accept={PICTURES} busy={busy} take={keep}>
            <ImagePlus size={15} aria-hidden="true" />
          </FileButton>
        )}
      </div>
      <ErrorNotice error={error} />
    </div>
  );
}

type FileButtonProps = {
  label: string;
  accept: string;
  busy: boolean;
  take: (file: File) => void;
  children?: ReactNode;
};

function FileButton(props: FileButtonProps) {
  const { t } = useTranslation();
  const id = useId();
  const field = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={field}
        id={id}
        type="file"
        accept={props.accept}
        className="sr-only"
        tabIndex={-1}
        aria-label={props.label}
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) props.take(file);
          e.target.value = "";
        }}
      />
      <Button
        small
        disabled={props.busy}
        onClick={() => field.current?.click()}
        {...(props.children && { look: "quiet", title: props.label, "aria-label": props.label })}
      >
        {props.busy ? t("item.keeping") : (props.children ?? props.label)}
      </Button>
    </>
  );
}

function useKeep(lesson: string, kind: "image" | "sound", kept: (name: string) => void) {
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const keep = async (file: File) => {
    setBusy(true);
    setError(null);
    try {
      kept(await attach(lesson, kind, file));
    } catch (refused) {
      setError(refused);
    }
    setBusy(false);
  };
  return [busy, keep, error] as const;
}

function pictureIn(e: ClipboardEvent): File | undefined {
  return [...(e.clipboardData?.files ?? [])].find((f) => PICTURES.includes(f.type));
}

function usePastedPicture(take: (file: File) => void): void {
  const latest = useRef(take);
  latest.current = take;
  useEffect(() => {
    const pasted = (e: ClipboardEvent) => {
      const file = pictureIn(e);
      if (file) latest.current(file);
    };
    document.addEventListener("paste", pasted);
    return () => document.removeEventListener("paste", pasted);
  }, []);
}
