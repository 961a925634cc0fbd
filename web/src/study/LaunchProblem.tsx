import { useEffect } from "react";
import { useTranslation } from "react-i18next";
import { ApiError } from "../api/client";
import { LanguageChoice } from "../ui/LanguageChoice";
import { ErrorNotice } from "../ui/Notice";

export type Problem = { code: string; sentence: string; params: Record<string, string | number>; again: string };

/** What is said in a learning platform's frame in place of a lesson: why it could not be opened, and what to do; or that
 * both sides know each other now. */
export function LaunchProblem({ problem }: { problem: Problem }) {
  const { t } = useTranslation();
  useEffect(() => {
    // LTI Dynamic Registration 1.0: the platform takes its window away.
    if (problem.code === "registered") {
      (window.opener ?? window.parent).postMessage({ subject: "org.imsglobal.lti.close" }, "*");
    }
  }, [problem.code]);
  return (
    <main className="mx-auto max-w-xl p-6">
      <div className="mb-4 flex items-baseline gap-4">
        <h1 className="flex-1 font-script text-[19px] font-semibold">Escuela</h1>
        <LanguageChoice />
      </div>
      {problem.code === "registered" ? (
        <p role="status">{t("study.registered")}</p>
      ) : (
        <ErrorNotice error={new ApiError(400, problem.code, problem.sentence, problem.params)} />
      )}
      {problem.again && (
        <a className="font-semibold text-teal underline" href={problem.again} target="_blank" rel="noopener">
          {t("study.newWindow")}
        </a>
      )}
    </main>
  );
}
