import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../api/client";
import { useSession } from "../app/session";
import { Button } from "../ui/Button";
import { Dialog } from "../ui/Dialog";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import { Toggle } from "../ui/Toggle";
import type { LessonRow } from "./queries";

type Licence = Schemas["OfferInRequest"]["licence"];
const LICENCES: Licence[] = ["", "CC BY 4.0", "CC BY-SA 4.0", "CC BY-NC 4.0", "CC BY-NC-SA 4.0", "CC0 1.0"];

type Props = {
  lesson: LessonRow;
  /** The lessons of the same folder, this one among them. */
  beside: LessonRow[];
  close: () => void;
};

/** Offers a lesson, or its whole folder, to colleagues: a link under which they look at it and take a copy. */
export function OfferDialog({ lesson, beside, close }: Props) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const name = useSession().data?.user?.name ?? "";
  const [author, setAuthor] = useState(name);
  const [licence, setLicence] = useState<Licence>("");
  const [whole, setWhole] = useState(false);
  const wanted = (whole ? beside : [lesson]).map((l) => l.id);
  // What is offered already is shown with its link.
  const offers = useQuery({ queryKey: ["offers"], queryFn: async () => body(await api.GET("/api/offers/")) });
  const made = offers.data?.find(
    (o) => o.lessons.length === wanted.length && wanted.every((id) => o.lessons.includes(id)),
  );
  const [copied, setCopied] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const offer = (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    const title = whole ? lesson.folder : lesson.title;
    api
      .POST("/api/offers/", { body: { lessons: wanted, title, author, licence } })
      .then(() => queries.invalidateQueries({ queryKey: ["offers"] }))
      .catch(setError);
  };
  const takeBack = () =>
    api
      .DELETE("/api/offers/{offer_key}/", { params: { path: { offer_key: made?.key ?? "" } } })
      .then(() => {
        queries.invalidateQueries({ queryKey: ["offers"] });
        close();
      })
      .catch(setError);
  const copy = async () => {
    await navigator.clipboard?.writeText(made?.link ?? "").catch(() => undefined);
    setCopied(true);
  };
  return (
    <Dialog title={t("offer.title")} close={close}>
      <p className="mb-3 text-quiet">{t("offer.help")}</p>
      <form onSubmit={offer}>
        {beside.length > 1 && (
          <Toggle
            label={t("offer.folder", { folder: lesson.folder, count: beside.length })}
            on={whole}
            change={setWhole}
          />
        )}
        <Field label={t("offer.author")}>
          <input
            className="field"
            dir="auto"
            maxLength={120}
            value={author}
            onChange={(e) => setAuthor(e.target.value)}
          />
        </Field>
        <Field label={t("offer.licence")}>
          <select className="field !w-auto" value={licence} onChange={(e) => setLicence(e.target.value as Licence)}>
            {LICENCES.map((l) => (
              <option key={l} value={l}>
                {l || t("offer.noLicence")}
              </option>
            ))}
          </select>
        </Field>
        <ErrorNotice error={error} />
        {!made && (
          <Button look="main" type="submit">
            {t("offer.do")}
          </Button>
        )}
      </form>
      {made && (
        <div className="mt-3 border-t border-rule pt-3">
          <p className="mb-2 break-all">
            <a className="text-teal underline" href={made.link}>
              {made.link}
            </a>
          </p>
          <div className="flex gap-2">
            <Button onClick={copy}>{t(copied ? "share.copied" : "share.copy.link")}</Button>
            <Button look="danger" onClick={takeBack}>
              {t("offer.takeBack")}
            </Button>
          </div>
        </div>
      )}
    </Dialog>
  );
}
