import { useTranslation } from "react-i18next";
import { ApiError } from "../api/client";
import { LanguageChoice } from "../ui/LanguageChoice";
import { ErrorNotice } from "../ui/Notice";

export type Problem = { code: string; params: Record<string, string | number>; again: string };

/** Why a lesson could not be opened from a learning platform, and what to do. */
export function LaunchProblem({ problem }: { problem: Problem }) {
  const { t } = useTranslation();
  return (
    <main className="mx-auto max-w-xl p-6">
      <div className="mb-4 flex items-baseline gap-4">
        <h1 className="flex-1 font-script text-[19px] font-semibold">Escuela</h1>
        <LanguageChoice />
      </div>
      <ErrorNotice error={new ApiError(400, problem.code, problem.code, problem.params)} />
      {problem.again && (
        <a className="font-semibold text-teal underline" href={problem.again} target="_blank" rel="noopener">
          {t("study.newWindow")}
        </a>
      )}
    </main>
  );
}
