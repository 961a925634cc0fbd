import type { Progress, Question, StudyLesson } from "./door";

/** The tag of plainer words in the lesson's own language; every other tag is that of a language. */
export const PLAIN = "plain";

/** The wordings in which a student may read the items, in the order they come. */
export function tagsOf(items: Question[]): string[] {
  return [...new Set(items.flatMap((i) => i.wordings.map((w) => w.tag)))];
}

/** The wording a student begins with: what they chose before, else the teacher's, else that of their own language; the
 * original where there is none of these. */
export function firstTag(tags: string[], chosen: string | null, given: string, spoken: string): string {
  const wanted = [chosen ?? given, ...(chosen === null && !given ? [spoken] : [])];
  return wanted.find((tag) => tags.includes(tag)) ?? "";
}

/** What is asked in the words of ``tag``, its own words where it has no such. */
export function questionIn(question: Question, tag: string): Question {
  const worded = question.wordings.find((w) => w.tag === tag);
  return worded ? { ...question, ...worded } : question;
}

export function lessonIn(lesson: StudyLesson, tag: string): StudyLesson {
  return tag ? { ...lesson, items: lesson.items.map((i) => questionIn(i, tag)) } : lesson;
}

/** What a student was told, its key in the words of ``tag``. */
export function progressIn(progress: Progress, tag: string): Progress {
  const worded = progress.key?.wordings.find((w) => w.tag === tag);
  return worded && progress.key ? { ...progress, key: { ...progress.key, ...worded } } : progress;
}
