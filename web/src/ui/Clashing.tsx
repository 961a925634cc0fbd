import { Fragment } from "react";
import { around } from "./clashing";

/** A text with the words that clash under a double line; the text alone where they do not stand in it. */
export function Clashing({ text, words }: { text: string; words: string | undefined }) {
  return around(text, words).map((piece, n) => {
    const key = n;
    if (n % 2 === 0) return <Fragment key={key}>{piece}</Fragment>;
    return (
      <mark key={key} className="u-contradicted bg-transparent font-semibold text-inherit">
        {piece}
      </mark>
    );
  });
}
