import { useTranslation } from "react-i18next";

type Props = { title: string; qr: string; link: string; code: string };

/** How students come in, large enough for the last row. */
export function Doors({ title, qr, link, code }: Props) {
  const { t } = useTranslation();
  return (
    <div className="m-auto flex flex-col items-center gap-3 p-4 text-center">
      <h1 dir="auto" className="font-script text-4xl font-semibold">
        {title}
      </h1>
      <img src={qr} alt={t("share.qr", { code })} className="w-[min(44vh,70vw)]" />
      <p className="break-all text-2xl">{link}</p>
      <p className="text-6xl font-semibold tracking-[0.15em]">{code}</p>
    </div>
  );
}
