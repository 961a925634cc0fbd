import { Rich } from "../../ui/Rich";
import { useWords } from "../../ui/words";
import { ANSWERED, type Answering, type AnswerProps } from "../kinds";
import { isPlaced, OPEN } from "../placing";

/** For each thing the groups to choose from: pressed, or gone through with the arrow keys. */
function Form({ question, given, put }: AnswerProps) {
  const words = useWords();
  const choose = (thing: number, group: number) =>
    put({ arranged: given.arranged.map((before, n) => (n === thing ? group : before)) });
  return (
    <div className="mb-2 divide-y divide-rule border-y border-rule">
      {question.options.map((thing, n) => (
        <fieldset key={thing} className="flex flex-wrap items-center gap-x-3 gap-y-1.5 py-2">
          <legend {...words} className="float-left min-w-0 flex-1 basis-40 font-semibold">
            <Rich text={thing} />
          </legend>
          <div className="flex flex-wrap gap-1.5">
            {question.targets.map((group, number) => {
              const on = given.arranged[n] === number;
              return (
                <label
                  key={group}
                  className={`relative flex min-h-11 cursor-pointer items-center rounded border px-3 has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-teal ${
                    on ? "border-teal bg-sheet ring-1 ring-teal" : "border-rule bg-paper hover:border-line"
                  }`}
                >
                  <input
                    type="radio"
                    className="absolute inset-0 size-full cursor-pointer opacity-0"
                    name={`${question.id}.${n}`}
                    checked={on}
                    onChange={() => choose(n, number)}
                  />
                  <span {...words}>{group}</span>
                </label>
              );
            })}
          </div>
        </fieldset>
      ))}
    </div>
  );
}

export const groups: Answering = {
  ...ANSWERED,
  Form,
  begun: (question) => question.options.map(() => OPEN),
  ready: (_question, given) => isPlaced(given.arranged),
  response: (_question, given) => ({ grouped: given.arranged }),
  said: (question, { grouped = [] }) =>
    question.targets
      .map((group, number) => [group, question.options.filter((_, n) => grouped[n] === number)] as const)
      .filter(([, things]) => things.length > 0)
      .map(([group, things]) => `${group}: ${things.join(", ")}`)
      .join("; "),
  key: (_question, key) => key.texts.join("; "),
  parts: (question) => question.options.length,
};
