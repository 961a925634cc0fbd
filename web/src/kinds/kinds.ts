import type { ComponentType } from "react";
import type { Schemas } from "../api/client";
import type { Answered, Progress, Question } from "../study/door";

export type Content = Schemas["ItemContent"];
export type Kind = Content["kind"];

/** Every kind, in the order in which a teacher is offered them. */
export const KINDS: Kind[] = ["choice", "true_false", "gap", "match", "order", "groups", "open", "note"];

export type EditorProps = { lesson: string; content: Content; put: (part: Partial<Content>) => void };
export type KeyProps = { content: Content; clash?: string | undefined };

/** A kind before its teacher: ``<kind>/written.tsx``, registered in ``writing.ts``. */
export type Written = {
  /** The key that adds an item of the kind. */
  key: string;
  /** What a new item has besides its kind, before it says anything. */
  empty: Partial<Content>;
  /** The field that holds the words students read first, its label and, where it needs one, its help. */
  asks: "prompt" | "text";
  asksLabel: string;
  asksHelp?: string;
  /** What is right, written as the kind needs it; nothing where nothing is asked. */
  Editor: ComponentType<EditorProps> | null;
  /** What is right, as it stands on an item's card; what clashes with the recording is marked in it. */
  Key: ComponentType<KeyProps>;
};

/** What a student has put down for an item so far: options by number, words, and for each place what stands there. */
export type Given = { chosen: number[]; text: string; arranged: number[] };

export type AnswerProps = {
  question: Question;
  /** The kind's ``options``, in words. */
  options: string[];
  given: Given;
  put: (part: Partial<Given>) => void;
  /** Hands the answer in. */
  enter: () => void;
};
type Said = (key: string) => string;

/** A kind before a student: ``<kind>/answered.tsx``, registered in ``answering.ts``. */
export type Answering = {
  /** Where what is given is put down; null where there is nothing to put down. */
  Form: ComponentType<AnswerProps> | null;
  /** Options to press, which have letters for keys. */
  options: (question: Question, t: Said) => string[];
  /** What stands at each place before anything is done. */
  begun: (question: Question) => number[];
  ready: (question: Question, given: Given) => boolean;
  response: (question: Question, given: Given) => Answered;
  /** A response in words. */
  said: (question: Question, response: Answered, t: Said) => string;
  /** The key in words. */
  key: (question: Question, key: NonNullable<Progress["key"]>, t: Said) => string;
  /** How many parts are marked by themselves; 0 where it is all or nothing. */
  parts: (question: Question) => number;
  /** Whether an answer counts that is written a little otherwise than the key. */
  slips: (question: Question) => boolean;
  answerLabel: string;
  keyLabel: string;
};

/** What most kinds have; each says what is otherwise. */
export const ANSWERED: Answering = {
  Form: null,
  options: () => [],
  begun: () => [],
  ready: () => true,
  response: () => ({}),
  said: (_question, response) => response.text ?? "",
  key: (_question, key) => key.texts[0] ?? "",
  parts: () => 0,
  slips: () => false,
  answerLabel: "study.answer",
  keyLabel: "study.rightAnswer",
};

/** What most kinds have before their teacher. */
export const ASKED = { asks: "prompt", asksLabel: "item.prompt" } as const;
