import type { Progress, Question, StudyLesson } from "./door";

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
