import { ANSWERED, type Answering } from "../kinds";
import { TypedText } from "../Typed";

export const open: Answering = {
  ...ANSWERED,
  Form: TypedText,
  ready: (_question, given) => given.text.trim() !== "",
  response: (_question, given) => ({ text: given.text }),
  keyLabel: "study.goodAnswer",
};
