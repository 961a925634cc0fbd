import { useEffect, useRef } from "react";
import { useTranslation } from "react-i18next";

/** A bookmark that brings in the page a teacher is looking at. */
export function FromElsewhere() {
  const { t } = useTranslation();
  const mark = useRef<HTMLAnchorElement>(null);
  useEffect(() => {
    const address = `${window.location.origin}/new?link=`;
    // React refuses script addresses, and rightly so; this one is made to be dragged to the bookmarks, not to be followed.
    mark.current?.setAttribute("href", `javascript:location.href='${address}'+encodeURIComponent(location.href)`);
  }, []);
  return (
    <details className="mt-8 text-[14px] text-quiet">
      <summary className="cursor-pointer">{t("elsewhere.title")}</summary>
      <p className="my-2">{t("elsewhere.how")}</p>
      <a
        ref={mark}
        href="/new"
        draggable
        onClick={(e) => e.preventDefault()}
        className="inline-block rounded border border-teal px-3 py-1 text-teal"
      >
        {t("elsewhere.mark")}
      </a>
      <p className="mt-2">{t("elsewhere.phone")}</p>
    </details>
  );
}
