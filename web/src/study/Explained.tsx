import { Fragment, useState } from "react";
import { explained } from "./materials";

/** A sentence in which the words of the glossary can be tapped; the meaning then stands behind the word. */
export function Explained({ text, words }: { text: string; words: Map<string, string> }) {
  const [open, setOpen] = useState("");
  return explained(text, words).map((piece, n) => {
    const key = `${n}${piece.text}`;
    if (!piece.meaning) return <Fragment key={key}>{piece.text}</Fragment>;
    return (
      <Fragment key={key}>
        <button
          type="button"
          aria-expanded={open === key}
          onClick={(e) => {
            // A word is tapped, not its sentence.
            e.stopPropagation();
            setOpen(open === key ? "" : key);
          }}
          className="underline decoration-teal decoration-dotted underline-offset-4"
        >
          {piece.text}
        </button>
        {open === key && (
          <span role="note" className="mx-1 rounded bg-sand px-1.5 py-0.5 font-sans text-[14.5px]">
            {piece.meaning}
          </span>
        )}
      </Fragment>
    );
  });
}
