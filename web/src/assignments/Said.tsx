import { useTranslation } from "react-i18next";
import type { Policy } from "./queries";

/** The policy in plain sentences, as a student meets it. */
export function Said({ policy, timed = false }: { policy: Omit<Policy, "with_unseen">; timed?: boolean }) {
  const { t } = useTranslation();
  const sentences = [
    t(`said.manner.${policy.manner ?? "paused"}`),
    t("said.attempts", { count: policy.attempts ?? 1 }),
    (policy.attempts ?? 1) > 1 && (policy.retry_share ?? 1) < 1
      ? t("said.retry", { percent: 100 * (policy.retry_share ?? 1) })
      : "",
    policy.wrong_share ? t("said.wrong", { percent: -100 * policy.wrong_share }) : "",
    t(`said.feedback.${policy.feedback}`),
    t(policy.show_key ? "said.key" : "said.noKey"),
    policy.manner === "beside" ? "" : t(`said.skipping.${policy.skipping}`),
    policy.script && policy.script !== "all" ? t(`said.script.${policy.script}`) : "",
    policy.retakes ? t("said.retakes", { count: policy.retakes }) + t(`said.counting.${policy.counting}`) : "",
    policy.offer_not_sure ? t("said.notSure") : "",
    policy.shuffle ? t("said.shuffle") : "",
    policy.grace_min ? t("said.grace", { count: policy.grace_min / 60 }) : t("said.noGrace"),
    timed ? t(policy.time_limits === false ? "said.untimed" : "said.timed") : "",
  ];
  return <p className="my-4 rounded bg-paper px-3 py-2 text-[14px]">{sentences.filter(Boolean).join(" ")}</p>;
}
