import { useTranslation } from "react-i18next";
import { ApiError } from "../api/client";
import { Button } from "../ui/Button";
import { useSentence } from "../ui/Notice";
import type { StudyLesson } from "./door";
import { said } from "./Feedback";
import type { Refused } from "./outbox";

/** Answers that waited on the device and were not counted: which, why, and what was written, until it has been read. */
export function NotTaken(props: { lesson: StudyLesson; list: Refused[]; seen: (id: string) => void }) {
  const { t } = useTranslation();
  const sentence = useSentence();
  return props.list.map((refused) => {
    const number = props.lesson.items.findIndex((i) => i.id === refused.item);
    const question = props.lesson.items[number];
    return (
      <div key={refused.id} role="alert" className="border-l-4 border-brick bg-blush px-4 py-2 text-[14px]">
        <p>
          <b>{t("study.notCounted", { number: number + 1 })}</b>{" "}
          {sentence(new ApiError(409, refused.code, refused.code, {}))}
        </p>
        {question && (
          <p dir="auto" className="whitespace-pre-wrap">
            {t("study.youWrote")} {said(question, refused.response, t)}
          </p>
        )}
        <Button small className="mt-1" onClick={() => props.seen(refused.id)}>
          {t("study.understood")}
        </Button>
      </div>
    );
  });
}
