import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../api/client";
import { useSession } from "../app/session";
import { Button } from "../ui/Button";
import { Dialog } from "../ui/Dialog";
import { Field } from "../ui/Field";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { Toggle } from "../ui/Toggle";
import type { LessonRow } from "./queries";

type Offer = Schemas["OfferOut"];
type Given = Pick<Schemas["OfferInRequest"], "author" | "licence"> & Pick<Offer, "reach">;
const LICENCES: Given["licence"][] = ["", "CC BY 4.0", "CC BY-SA 4.0", "CC BY-NC 4.0", "CC BY-NC-SA 4.0", "CC0 1.0"];
const REACHES: Given["reach"][] = ["link", "colleagues", "anyone"];
const OFFERS = ["offers"];

type Props = {
  lesson: LessonRow;
  /** The lessons of the same folder, this one among them. */
  beside: LessonRow[];
  close: () => void;
};

/** Offers a lesson, or its whole folder, to colleagues or to anyone, who look at it and take a copy. */
export function OfferDialog({ lesson, beside, close }: Props) {
  const { t } = useTranslation();
  const [whole, setWhole] = useState(false);
  const wanted = (whole ? beside : [lesson]).map((l) => l.id);
  const offers = useQuery({ queryKey: OFFERS, queryFn: async () => body(await api.GET("/api/offers/")) });
  const made = offers.data?.find(
    (o) => o.lessons.length === wanted.length && wanted.every((id) => o.lessons.includes(id)),
  );
  return (
    <Dialog title={t("offer.title")} close={close}>
      <p className="mb-3 text-quiet">{t("offer.help")}</p>
      {beside.length > 1 && (
        <Toggle
          label={t("offer.folder", { folder: lesson.folder, count: beside.length })}
          on={whole}
          change={setWhole}
        />
      )}
      {offers.data ? (
        <OfferForm
          key={String(whole)}
          made={made}
          lessons={wanted}
          title={whole ? lesson.folder : lesson.title}
          close={close}
        />
      ) : (
        <NotYet error={offers.error} />
      )}
    </Dialog>
  );
}

/** What is said of an offer; of one that is ``made`` as it stands, to be changed or taken back. */
function OfferForm(props: { made: Offer | undefined; lessons: string[]; title: string; close: () => void }) {
  const { made } = props;
  const { t } = useTranslation();
  const queries = useQueryClient();
  const name = useSession().data?.user?.name ?? "";
  const before: Given = {
    author: made?.author ?? name,
    licence: (made?.licence ?? "") as Given["licence"],
    reach: made?.reach ?? "link",
  };
  const [given, setGiven] = useState(before);
  const [error, setError] = useState<unknown>(null);
  const said = (to: Promise<unknown>) => {
    setError(null);
    return to.then(() => queries.invalidateQueries({ queryKey: OFFERS })).catch(setError);
  };
  const offer = (e: FormEvent) => {
    e.preventDefault();
    said(api.POST("/api/offers/", { body: { lessons: props.lessons, title: props.title, ...given } }));
  };
  const takeBack = (key: string) =>
    said(api.DELETE("/api/offers/{offer_key}/", { params: { path: { offer_key: key } } }).then(props.close));
  const differs = Object.entries(given).some(([field, value]) => value !== before[field as keyof Given]);
  return (
    <>
      <form onSubmit={offer}>
        <GivenFields given={given} change={(some) => setGiven((g) => ({ ...g, ...some }))} />
        <ErrorNotice error={error} />
        {(!made || differs) && (
          <Button look="main" type="submit">
            {t(made ? "offer.change" : "offer.do")}
          </Button>
        )}
      </form>
      {made && <Made made={made} takeBack={() => takeBack(made.key)} />}
    </>
  );
}

function GivenFields({ given, change }: { given: Given; change: (some: Partial<Given>) => void }) {
  const { t } = useTranslation();
  return (
    <>
      <Field label={t("offer.author")}>
        <input
          className="field"
          dir="auto"
          required
          maxLength={120}
          value={given.author}
          onChange={(e) => change({ author: e.target.value })}
        />
      </Field>
      <Field label={t("offer.licence")}>
        <select
          className="field !w-auto"
          value={given.licence}
          onChange={(e) => change({ licence: e.target.value as Given["licence"] })}
        >
          {LICENCES.map((l) => (
            <option key={l} value={l}>
              {l || t("offer.noLicence")}
            </option>
          ))}
        </select>
      </Field>
      <Field label={t("offer.reach")} help={t(`offer.reach.${given.reach}.help`)}>
        <select
          className="field !w-auto"
          value={given.reach}
          onChange={(e) => change({ reach: e.target.value as Given["reach"] })}
        >
          {REACHES.map((r) => (
            <option key={r} value={r}>
              {t(`offer.reach.${r}`)}
            </option>
          ))}
        </select>
      </Field>
    </>
  );
}

/** The link of what is offered. */
function Made({ made, takeBack }: { made: Offer; takeBack: () => void }) {
  const { t } = useTranslation();
  const [copied, setCopied] = useState(false);
  const copy = async () => {
    await navigator.clipboard?.writeText(made.link).catch(() => undefined);
    setCopied(true);
  };
  return (
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
  );
}
