import type { Question } from "../../study/door";
import { ANSWERED, type Answering, type AnswerProps } from "../kinds";
import { Options } from "../Options";
import { TypedLine } from "../Typed";

const banked = (question: Question) => question.options.length > 0;

function Form(props: AnswerProps) {
  return banked(props.question) ? <Options {...props} /> : <TypedLine {...props} />;
}

export const gap: Answering = {
  ...ANSWERED,
  Form,
  options: (question) => question.options,
  ready: (question, given) => (banked(question) ? given.chosen.length > 0 : given.text.trim() !== ""),
  response: (question, given) => ({
    text: banked(question) ? (question.options[given.chosen[0] ?? 0] ?? "") : given.text,
  }),
  slips: (question) => !banked(question),
};
