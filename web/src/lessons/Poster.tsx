/** A picture of the recording, in lists. */
export function Poster({ url }: { url: string | null }) {
  if (!url) return <span className="h-14 w-24 shrink-0 rounded-[3px] bg-sand" />;
  return <img src={url} alt="" className="h-14 w-24 shrink-0 rounded-[3px] object-cover" />;
}
