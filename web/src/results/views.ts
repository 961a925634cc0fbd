/** The ways to look at the results of one assignment. */
export const VIEWS = ["sheet", "script", "marking", "beside"] as const;
export type View = (typeof VIEWS)[number];

/** What stands for the second looks where a question is chosen. */
export const LOOKS = "looks";

/** What is looked at beside the sheet. */
export type Focus = { segment: number } | { item: string } | { student: string };
