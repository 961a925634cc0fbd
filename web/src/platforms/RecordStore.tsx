import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../api/client";
import { moment } from "../app/times";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { ErrorNotice, NotYet, WhyNot } from "../ui/Notice";
import { Toggle } from "../ui/Toggle";

type Store = NonNullable<Schemas["StoreOrNoneOut"]["store"]>;
const KEY = ["record-store"];

/** Where what students do goes as statements, if the school has such a place. */
export function RecordStore() {
  const { t } = useTranslation();
  const known = useQuery({ queryKey: KEY, queryFn: async () => body(await api.GET("/api/record-store/")) });
  return (
    <section aria-label={t("store.title")} className="mt-8 max-w-xl rounded border border-rule bg-sheet p-4">
      <h2 className="mb-1 text-lg font-semibold">{t("store.title")}</h2>
      <p className="mb-3 text-quiet">{t("store.what")}</p>
      {known.data ? <StoreForm key={known.data.store?.url} store={known.data.store} /> : <NotYet error={known.error} />}
    </section>
  );
}

/** What can be done with it; each answers with it as it is then. */
function useActs() {
  const queries = useQueryClient();
  const onSuccess = (fresh: Schemas["StoreOrNoneOut"]) => queries.setQueryData(KEY, fresh);
  return {
    save: useMutation({
      mutationFn: async (wanted: Schemas["StoreInRequest"]) =>
        body(await api.PUT("/api/record-store/", { body: wanted })),
      onSuccess,
    }),
    stop: useMutation({ mutationFn: async () => body(await api.DELETE("/api/record-store/")), onSuccess }),
    again: useMutation({ mutationFn: async () => body(await api.POST("/api/record-store/again/")), onSuccess }),
  };
}

function StoreForm({ store }: { store: Store | null }) {
  const { t } = useTranslation();
  const { save, stop, again } = useActs();
  const [typed, setTyped] = useState({
    url: store?.url ?? "",
    key: store?.key ?? "",
    secret: "",
    names: store?.names ?? false,
  });
  const put = (part: Partial<typeof typed>) => setTyped({ ...typed, ...part });
  const submit = (e: FormEvent) => {
    e.preventDefault();
    save.mutate(typed, { onSuccess: () => put({ secret: "" }) });
  };
  return (
    <form onSubmit={submit}>
      {store && <State store={store} again={() => again.mutate()} asked={again.isSuccess} />}
      {(["url", "key", "secret"] as const).map((name) => (
        <Field
          key={name}
          label={t(`store.${name}`)}
          help={name === "secret" && store ? t("store.secretKept") : undefined}
        >
          <input
            className="field"
            type={name === "secret" ? "password" : "text"}
            spellCheck={false}
            autoComplete="off"
            placeholder={name === "url" ? "https://…/xapi" : undefined}
            maxLength={name === "url" ? 2000 : 255}
            value={typed[name]}
            onChange={(e) => put({ [name]: e.target.value })}
          />
        </Field>
      ))}
      <Toggle label={t("store.names")} on={typed.names} change={(names) => put({ names })} />
      <p className="mb-3 text-[13.5px] text-quiet">{t(typed.names ? "store.namesOn" : "store.namesOff")}</p>
      <ErrorNotice error={save.error ?? stop.error ?? again.error} />
      <div className="flex items-center gap-3">
        <Button look="main" type="submit" disabled={!typed.url || !typed.key || save.isPending}>
          {t(store ? "recording.save" : "store.begin")}
        </Button>
        {store && <Button onClick={() => stop.mutate()}>{t("store.stop")}</Button>}
        {save.isSuccess && store && <span role="status">{t("platforms.saved")}</span>}
      </div>
    </form>
  );
}

/** How much went out, and what could not. */
function State({ store, again, asked }: { store: Store; again: () => void; asked: boolean }) {
  const { t, i18n } = useTranslation();
  return (
    <div className="mb-3">
      <p>
        {store.last_at
          ? t("store.sent", { count: store.sent, at: moment(store.last_at, i18n.language) })
          : t("store.notYet")}
      </p>
      {store.failing > 0 && (
        <p className="text-brick">
          {t("store.failing", { count: store.failing })} <WhyNot why={store.problem} />{" "}
          <Button small onClick={again} disabled={asked}>
            {t(asked ? "platforms.askedAgain" : "platforms.again")}
          </Button>
        </p>
      )}
    </div>
  );
}
