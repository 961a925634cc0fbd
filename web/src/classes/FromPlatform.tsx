import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body } from "../api/client";
import { errorOfJob, isOpen } from "../api/jobs";
import { moment } from "../app/times";
import { useJob } from "../lessons/queries";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";

/** Where the class stands for a course of a learning platform: its list of names, fetched from there. */
export function FromPlatform({ classId }: { classId: string }) {
  const { t, i18n } = useTranslation();
  const queries = useQueryClient();
  const path = { params: { path: { class_id: classId } } };
  const course = useQuery({
    queryKey: ["course", classId],
    queryFn: async () => body(await api.GET("/api/classes/{class_id}/course/", path)),
  });
  const [asked, setAsked] = useState<string | null>(null);
  const [error, setError] = useState<unknown>(null);
  const job = useJob(asked);
  const done = job.data?.state === "done";
  useEffect(() => {
    if (!done) return;
    queries.invalidateQueries({ queryKey: ["class", classId] });
    queries.invalidateQueries({ queryKey: ["course", classId] });
  }, [done, classId, queries]);
  if (!course.data?.platform) return null;
  const fetchNames = async () => {
    setError(null);
    try {
      setAsked(body(await api.POST("/api/classes/{class_id}/course/", path)).id);
    } catch (why) {
      setError(why);
    }
  };
  const { platform, has_list, read_at } = course.data;
  const result = job.data?.result ?? {};
  return (
    <section className="mb-6">
      <h2 className="mb-1 font-semibold">{t("classes.course", { platform })}</h2>
      <p className="mb-2 text-[14px] text-quiet">
        {has_list && read_at
          ? t("classes.listRead", { when: moment(read_at, i18n.language) })
          : t("classes.courseHelp")}
      </p>
      {has_list && (
        <Button small onClick={fetchNames} disabled={asked !== null && (!job.data || isOpen(job.data))}>
          {t("classes.fetchNames")}
        </Button>
      )}
      {done && (
        <p role="status" className="mt-2 text-[14px]">
          {t("classes.fetched", { count: Number(result.students), fresh: Number(result.new) })}{" "}
          {Number(result.gone) > 0 && t("classes.goneThere", { count: Number(result.gone) })}
        </p>
      )}
      <ErrorNotice error={error ?? (job.data?.state === "failed" ? errorOfJob(job.data) : null)} />
    </section>
  );
}
