import type { ReactNode } from "react";
import { useTranslation } from "react-i18next";
import { ApiError, OfflineError, type Schemas } from "../api/client";

/** The sentence for an error: the catalogue's own where it has one for the code, else the server's. */
export function useSentence(): (error: unknown) => string {
  const { t, i18n } = useTranslation();
  return (error) => {
    if (error instanceof OfflineError) return t("error.offline");
    if (!(error instanceof ApiError)) return t("error.unknown");
    const key = `error.${error.code}`;
    return i18n.exists(key) ? t(key, error.params) : error.message;
  };
}

/** Why something did not arrive elsewhere, in the page's language. */
export function WhyNot({ why }: { why: Schemas["DidNotArriveOut"] | null }) {
  const sentence = useSentence();
  return why && sentence(new ApiError(0, why.code, why.sentence, why.params as ApiError["params"]));
}

/** Something that went wrong, where the data would be. */
export function ErrorNotice({ error, children }: { error: unknown; children?: ReactNode }) {
  const sentence = useSentence();
  if (!error) return null;
  return (
    <div role="alert" className="my-3 rounded border border-brick bg-blush px-3 py-2 text-[14.5px] text-ink">
      {sentence(error)} {children}
    </div>
  );
}

/** In place of a view whose data is not there: still on its way, or why it cannot come. What was read once stays in
 * sight when reading it again fails. */
export function NotYet({ error }: { error: unknown }) {
  return error ? <ErrorNotice error={error} /> : <Waiting />;
}

export function Waiting() {
  const { t } = useTranslation();
  return (
    <p role="status" className="p-6 text-quiet">
      {t("shared.waiting")}
    </p>
  );
}
