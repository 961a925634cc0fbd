import { useEffect, useRef, useState } from "react";
import { useTranslation } from "react-i18next";

/** The handout as a page. A newer one takes the place of the older once it is there, at the same height. */
export function Preview({ address }: { address: string }) {
  const { t } = useTranslation();
  const [shown, setShown] = useState(address);
  const pages = useRef(new Map<string, HTMLIFrameElement>());
  // One that never comes must not stand in the way of the next.
  useEffect(() => {
    const late = setTimeout(() => setShown(address), 5000);
    return () => clearTimeout(late);
  }, [address]);
  const come = () => {
    const before = pages.current.get(shown)?.contentWindow;
    pages.current.get(address)?.contentWindow?.scrollTo(0, before?.scrollY ?? 0);
    setShown(address);
  };
  return (
    <div className="relative size-full">
      {[...new Set([shown, address])].map((page) => (
        <iframe
          key={page}
          ref={(frame) => {
            if (frame) pages.current.set(page, frame);
            else pages.current.delete(page);
          }}
          src={page}
          sandbox="allow-same-origin"
          title={t("handout.preview")}
          className={`absolute inset-0 size-full border-0 bg-sheet ${page === shown ? "" : "invisible"}`}
          onLoad={page === address ? come : undefined}
        />
      ))}
    </div>
  );
}
