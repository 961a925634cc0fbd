import { useQuery } from "@tanstack/react-query";
import { useTranslation } from "react-i18next";
import { api, body } from "../api/client";
import { Button } from "../ui/Button";

/** From which platforms somebody comes who is this teacher. */
export function KnownThere() {
  const { t } = useTranslation();
  const known = useQuery({
    queryKey: ["known-there"],
    queryFn: async () => body(await api.GET("/api/known-there/")),
  });
  if (!known.data?.length) return null;
  const forget = async (id: number) => {
    await api.DELETE("/api/known-there/{known_id}/", { params: { path: { known_id: id } } });
    known.refetch();
  };
  return (
    <section className="mt-6 max-w-xl">
      <h2 className="mb-2 font-semibold">{t("platforms.known")}</h2>
      <ul className="divide-y divide-rule border-y border-rule">
        {known.data.map((k) => (
          <li key={k.id} className="flex items-baseline gap-3 py-1.5">
            <span dir="auto" className="min-w-0 flex-1">
              {t("platforms.knownAs", { name: k.there || t("platforms.noName"), platform: k.platform })}
            </span>
            <Button small look="quiet" onClick={() => forget(k.id)}>
              {t("platforms.forget")}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
