import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../api/client";
import { useSession } from "../app/session";
import { clock } from "../app/times";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";

type Found = Schemas["HostFoundOut"];

/** Recordings at the hosts by words, each with its length, its captions and a short preview. */
export function HostSearch({ take }: { take: (link: string) => void }) {
  const { t } = useTranslation();
  const hosts = useSession().data?.hosts ?? [];
  const [words, setWords] = useState("");
  const [asked, setAsked] = useState("");
  const [preview, setPreview] = useState("");
  const found = useQuery({
    queryKey: ["hosts", asked],
    enabled: asked !== "",
    queryFn: async () => body(await api.GET("/api/hosts/search/", { params: { query: { q: asked } } })),
  });
  if (hosts.length === 0) return null;
  const search = (e: FormEvent) => {
    e.preventDefault();
    setAsked(words.trim());
  };
  return (
    <section className="mt-5" aria-label={t("host.search")}>
      <form onSubmit={search} className="flex gap-2">
        <input
          type="search"
          className="field flex-1"
          aria-label={t("host.searchIn", { hosts: hosts.join(", ") })}
          placeholder={t("host.searchIn", { hosts: hosts.join(", ") })}
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
        <Button type="submit" disabled={!words.trim()}>
          {t("host.search")}
        </Button>
      </form>
      <ErrorNotice error={found.error} />
      {found.data?.length === 0 && <p className="mt-2 text-quiet">{t("host.none")}</p>}
      <ul>
        {found.data?.map((f) => (
          <Row
            key={f.link}
            found={f}
            open={preview === f.link}
            open_={() => setPreview(preview === f.link ? "" : f.link)}
            take={() => take(f.link)}
          />
        ))}
      </ul>
    </section>
  );
}

function Row(props: { found: Found; open: boolean; open_: () => void; take: () => void }) {
  const { found } = props;
  const { t } = useTranslation();
  return (
    <li className="border-b border-rule py-2">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <span dir="auto" className="font-semibold">
          {found.title}
        </span>
        <span className="text-quiet">
          {clock(found.duration_ms)} · {t(`host.captions.${found.captions}`)} · {found.host}
        </span>
        <span className="ml-auto flex gap-1.5">
          {found.preview_url && (
            <Button small onClick={props.open_}>
              {t(props.open ? "host.closePreview" : "host.preview")}
            </Button>
          )}
          <Button small onClick={props.take} aria-label={`${t("host.take")}: ${found.title}`}>
            {t("host.take")}
          </Button>
        </span>
      </div>
      {props.open && (
        <iframe
          title={found.title}
          src={found.preview_url}
          className="mt-2 aspect-video w-full max-w-md border-0"
          sandbox="allow-scripts allow-same-origin"
        />
      )}
    </li>
  );
}
