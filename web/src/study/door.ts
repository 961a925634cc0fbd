import type { Schemas } from "../api/client";
import type { Played } from "../player/hooks";

export type StudyLesson = Schemas["StudyLessonOut"];
export type Question = Schemas["QuestionOut"];
export type Progress = Schemas["ProgressOut"];
export type Answered = Schemas["ResponseDataRequest"];
export type Rules = Schemas["RulesOut"];
export type Outcome = Schemas["TryOut"]["outcome"];

/** What stands behind the study room: the server for a student, a server that forgets for a rehearsal. */
export interface StudyDoor {
  /** Marks one try; null while there is no connection (the answer is kept and sent later). */
  answer(item: string, response: Answered, before: Outcome[]): Promise<Progress | null>;
  /** Opens a timed item, which is asked only from then on, or lets its clock rest while its part is heard again; what is
   * left of its time in ms. Rejects without a connection: the server alone keeps the clock. */
  open(item: string, rests: boolean): Promise<number>;
  played(stretch: Played): void;
  finish(): Promise<void>;
  /** Numbers of the sentences that come near in meaning to what is looked for, nearest first. */
  near(words: string): Promise<number[]>;
}

/** How an item stands here while an answer to it waits on the device. */
export const KEPT_HERE = { done: true, tries_left: 0 };

export const NOTHING_YET: Omit<Progress, "item"> = { done: false, tries_left: 1, answers: [], key: null };
