import { Fragment, type ReactNode, useEffect, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { Clashing } from "./Clashing";
import { parts } from "./rich";

type Props = {
  text: string;
  clash?: string | undefined;
  /** How the plain stretches are shown, where that is another way. */
  plain?: (text: string) => ReactNode;
};

/** A text as it was written, with inline formulas (``$…$``) and emphasis (``*…*``, ``**…**``). Nothing else is markup.
 * Words that ``clash`` with what is said are marked in plain text. */
export function Rich({ text, clash, plain }: Props) {
  return parts(text).map((part, n) => {
    const key = n;
    if (part.as === "formula") return <Formula key={key} source={part.text} />;
    if (part.as === "strong") return <strong key={key}>{part.text}</strong>;
    if (part.as === "emphasis") return <em key={key}>{part.text}</em>;
    return plain ? (
      <Fragment key={key}>{plain(part.text)}</Fragment>
    ) : (
      <Clashing key={key} text={part.text} words={clash} />
    );
  });
}

/** Set as MathML, which browsers and screen readers know by themselves; the setter is fetched when first needed. */
function Formula({ source }: { source: string }) {
  const { t } = useTranslation();
  const box = useRef<HTMLSpanElement>(null);
  const [broken, setBroken] = useState(false);
  useEffect(() => {
    let gone = false;
    import("katex").then(({ default: katex }) => {
      if (gone || !box.current) return;
      try {
        katex.render(source, box.current, { output: "mathml", throwOnError: true });
        setBroken(false);
      } catch {
        setBroken(true);
      }
    });
    return () => {
      gone = true;
    };
  }, [source]);
  return broken ? (
    <span className="text-brick underline decoration-dotted" title={t("rich.broken")}>
      ${source}$
    </span>
  ) : (
    <span ref={box}>{source}</span>
  );
}
