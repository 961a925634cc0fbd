import { ANSWERED, type Answering } from "../kinds";
import { Options } from "../Options";

export const trueFalse: Answering = {
  ...ANSWERED,
  Form: Options,
  options: (_question, t) => [t("study.true"), t("study.false")],
  ready: (_question, given) => given.chosen.length > 0,
  response: (_question, given) => ({ truth: given.chosen[0] === 0 }),
  said: (_question, response, t) => truth(response.truth, t),
  key: (_question, key, t) => truth(key.truth, t),
};

function truth(value: boolean | null | undefined, t: (key: string) => string): string {
  return typeof value === "boolean" ? t(value ? "study.true" : "study.false") : "";
}
