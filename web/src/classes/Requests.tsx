import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";
import { Toggle } from "../ui/Toggle";
import { acts, type SchoolClass, useTakeClass } from "./queries";

/** Whether those who are not on the list may ask to be let in, and who asks. */
export function Requests({ known }: { known: SchoolClass }) {
  const { t } = useTranslation();
  const take = useTakeClass();
  const [error, setError] = useState<unknown>(null);
  const act = (done: Promise<SchoolClass>) => {
    setError(null);
    done.then(take, setError);
  };
  return (
    <section className="mb-6">
      <Toggle
        label={t("classes.takesRequests")}
        on={known.takes_requests}
        change={(takes_requests) => act(acts.change(known.id, { takes_requests }))}
      />
      {known.requests.length > 0 && (
        <ul aria-label={t("classes.requests")} className="mt-2 divide-y divide-rule border-y border-rule">
          {known.requests.map((r) => (
            <li key={r.id} className="flex items-center gap-2 py-1.5">
              <b dir="auto" className="min-w-0 flex-1 truncate">
                {r.name}
              </b>
              <Button small aria-label={t("classes.letInWho", { name: r.name })} onClick={() => act(acts.letIn(r.id))}>
                {t("classes.letIn")}
              </Button>
              <Button
                small
                look="quiet"
                aria-label={t("classes.refuseWho", { name: r.name })}
                onClick={() => act(acts.refuse(r.id))}
              >
                {t("classes.refuse")}
              </Button>
            </li>
          ))}
        </ul>
      )}
      <ErrorNotice error={error} />
    </section>
  );
}
