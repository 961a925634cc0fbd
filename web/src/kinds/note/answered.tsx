import { ANSWERED, type Answering } from "../kinds";

/** Read, not answered. */
export const note: Answering = { ...ANSWERED, answerLabel: "study.goOn" };
