import type { KeyboardEvent } from "react";
import { useTranslation } from "react-i18next";
import type { AnswerProps } from "./kinds";

/** A line to write in, which Enter hands in. */
export function TypedLine(props: AnswerProps) {
  const byKey = (e: KeyboardEvent) => {
    // Not the Enter that ends the composing of a letter.
    if (e.key !== "Enter" || e.nativeEvent.isComposing) return;
    e.preventDefault();
    props.enter();
  };
  return <input autoComplete="off" onKeyDown={byKey} {...useTyped(props)} />;
}

/** Room for several lines. */
export function TypedText(props: AnswerProps) {
  return <textarea rows={4} {...useTyped(props)} />;
}

function useTyped({ given, put }: AnswerProps) {
  const { t } = useTranslation();
  return {
    value: given.text,
    dir: "auto" as const,
    "aria-label": t("study.yourAnswer"),
    className: "field mb-2",
    maxLength: 5000,
    onChange: (e: { target: { value: string } }) => put({ text: e.target.value }),
  };
}
