import { ANSWERED, type Answering } from "../kinds";
import { Options } from "../Options";

export const choice: Answering = {
  ...ANSWERED,
  Form: Options,
  options: (question) => question.options,
  ready: (_question, given) => given.chosen.length > 0,
  response: (_question, given) => ({ chosen: given.chosen }),
  said: (question, response) => chosenIn(question.options, response.chosen),
  key: (question, key) => chosenIn(question.options, key.correct),
};

function chosenIn(options: string[], chosen: number[] = []): string {
  return chosen.map((n) => options[n] ?? "").join("; ");
}
