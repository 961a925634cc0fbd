import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../api/client";
import { ErrorNotice, NotYet } from "../ui/Notice";

type Kind = Schemas["NewsData"]["kinds"][number];
const KINDS: Kind[] = ["finished", "due", "looks"];

/** Of what a teacher wants a mail. */
export function News() {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const wished = useQuery({ queryKey: ["news"], queryFn: async () => body(await api.GET("/api/news/")) });
  const wish = useMutation({
    mutationFn: async (kinds: Kind[]) => body(await api.PUT("/api/news/", { body: { kinds } })),
    onSuccess: (told) => queries.setQueryData(["news"], told),
  });
  if (!wished.data) return <NotYet error={wished.error} />;
  const { kinds } = wished.data;
  const turn = (kind: Kind) => wish.mutate(kinds.includes(kind) ? kinds.filter((k) => k !== kind) : [...kinds, kind]);
  return (
    <>
      {KINDS.map((kind) => (
        <label key={kind} className="flex items-baseline gap-2 py-0.5">
          <input type="checkbox" checked={kinds.includes(kind)} onChange={() => turn(kind)} />
          {t(`news.${kind}`)}
        </label>
      ))}
      <ErrorNotice error={wish.error} />
    </>
  );
}
