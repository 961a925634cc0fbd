import { useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { ApiError } from "../../api/client";
import { Button } from "../../ui/Button";
import { ErrorNotice } from "../../ui/Notice";
import type { StudyLesson } from "../door";
import { canKeep, forget, isKept, keep, keepPages, sizeOf } from "./keeping";

/** Keeps the lesson on the student's own device, to be studied without a network; its size is said before. */
export function Keep({ code, lesson }: { code: string; lesson: StudyLesson }) {
  const { t, i18n } = useTranslation();
  const [state, setState] = useState<"" | "not" | "keeping" | "kept">("");
  const [size, setSize] = useState<number | null>(null);
  const [error, setError] = useState<unknown>(null);
  const can = canKeep(lesson);
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each lesson
  useEffect(() => {
    if (!can) return;
    isKept(code)
      .then((kept) => {
        setState(kept ? "kept" : "not");
        // What the pages are made of may have changed since.
        return kept ? keepPages(code) : sizeOf(lesson).then(setSize);
      })
      .catch(() => undefined);
  }, [code]);
  if (!can || state === "") return null;
  const begin = () => {
    setState("keeping");
    setError(null);
    keep(code, lesson).then(
      () => setState("kept"),
      (why) => {
        setState("not");
        const full = why instanceof DOMException && why.name === "QuotaExceededError";
        setError(new ApiError(0, full ? "no_room_here" : "not_kept", "", {}));
      },
    );
  };
  const megabytes = size && (size / 1e6).toLocaleString(i18n.language, { maximumFractionDigits: size < 1e7 ? 1 : 0 });
  return (
    <div className="mt-4 border-t border-rule pt-2 text-[14px] text-quiet">
      <ErrorNotice error={error} />
      {state === "kept" ? (
        <p role="status">
          {t("offline.kept")}{" "}
          <Button small look="quiet" onClick={() => forget(code).then(() => setState("not"))}>
            {t("offline.forget")}
          </Button>
        </p>
      ) : (
        <p>
          <Button small disabled={state === "keeping"} onClick={begin}>
            {t(state === "keeping" ? "offline.keeping" : megabytes ? "offline.keepSize" : "offline.keep", {
              megabytes,
            })}
          </Button>{" "}
          {t("offline.help")}
        </p>
      )}
    </div>
  );
}
