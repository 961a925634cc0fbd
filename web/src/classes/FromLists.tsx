import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../api/client";
import { base64 } from "../api/uploads";
import { Button } from "../ui/Button";
import { FileField } from "../ui/FileField";
import { ErrorNotice } from "../ui/Notice";

type Package = Schemas["PackageOut"];
type Change = Package["classes"][number];

/** Classes from the school's own lists: what would change is shown first, then the chosen ones are taken. */
export function FromLists() {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const [content, setContent] = useState("");
  const [found, setFound] = useState<Package | null>(null);
  const [chosen, setChosen] = useState<string[]>([]);
  const [taken, setTaken] = useState<Package | null>(null);
  const [error, setError] = useState<unknown>(null);
  const ask = async (packed: string, take: string[] | null) =>
    body(await api.POST("/api/packages/", { body: { content: packed, take } }));
  const look = async (file: File) => {
    setError(null);
    setTaken(null);
    setFound(null);
    try {
      const packed = await base64(file);
      const told = await ask(packed, null);
      setContent(packed);
      setFound(told);
      // Those that the teacher has already are brought up to date, unless they say otherwise.
      setChosen(told.classes.filter((c) => c.known).map((c) => c.source_id));
    } catch (why) {
      setError(why);
    }
  };
  const take = () => {
    setError(null);
    ask(content, chosen).then((done) => {
      setTaken(done);
      setFound(null);
      queries.invalidateQueries({ queryKey: ["classes"] });
    }, setError);
  };
  const turn = (id: string) => setChosen(chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id]);
  return (
    <section className="mt-8">
      <FileField
        label={t("lists.file")}
        help={t("lists.fileHelp")}
        accept=".zip,application/zip"
        take={([file]) => file && look(file)}
      />
      <ErrorNotice error={error} />
      {found && (
        <fieldset>
          <legend className="mb-1 font-semibold">{t("lists.which")}</legend>
          <ul className="divide-y divide-rule border-y border-rule">
            {found.classes.map((c) => (
              <li key={c.source_id} className="py-2">
                <label className="flex cursor-pointer items-baseline gap-3">
                  <input type="checkbox" checked={chosen.includes(c.source_id)} onChange={() => turn(c.source_id)} />
                  <b dir="auto" className="min-w-0 flex-1">
                    {c.title}
                  </b>
                  <span className="text-quiet">
                    {t(c.known ? "lists.known" : "lists.new")} · {t("classes.students", { count: c.students })}
                  </span>
                </label>
                <Changes change={c} />
              </li>
            ))}
          </ul>
          <Wrong found={found} />
          <Button look="main" className="mt-3" disabled={chosen.length === 0} onClick={take}>
            {t("lists.take", { count: chosen.length })}
          </Button>
        </fieldset>
      )}
      {taken && (
        <div role="status">
          <p>{t("lists.taken", { count: taken.classes.length })}</p>
          {taken.classes.map((c) => (
            <div key={c.source_id} dir="auto">
              <b>{c.title}</b>
              <Changes change={c} />
            </div>
          ))}
        </div>
      )}
    </section>
  );
}

function Changes({ change }: { change: Change }) {
  const { t } = useTranslation();
  const parts = (["new", "renamed", "missing", "left_out"] as const).filter((part) => change[part].length > 0);
  if (parts.length === 0) return null;
  return (
    <p dir="auto" className="text-[14px] text-quiet">
      {parts
        .map((part) => t(`lists.part.${part}`, { names: named(change[part]), count: change[part].length }))
        .join(" ")}
    </p>
  );
}

const MOST_NAMED = 8;

function named(names: string[]): string {
  return names.slice(0, MOST_NAMED).join(", ") + (names.length > MOST_NAMED ? ", …" : "");
}

function Wrong({ found }: { found: Package }) {
  const { t } = useTranslation();
  if (found.wrong_rows.length === 0) return null;
  return (
    <details className="mt-2">
      <summary className="cursor-pointer">
        {t("lists.wrong", { count: found.wrong_rows.length + found.left_out })}
      </summary>
      <ul className="list-[square] pl-5 text-[14px]">
        {found.wrong_rows.map((r) => (
          <li key={`${r.file} ${r.row}`}>
            {t("lists.row", { file: `${r.file}.csv`, row: r.row })} {t(`lists.what.${r.what}`)}
          </li>
        ))}
      </ul>
    </details>
  );
}
