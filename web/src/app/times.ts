/** Times as people read them: 2:05, 1:02:05, and to a tenth while nudging. */
export function clock(ms: number, tenths = false): string {
  const whole = Math.floor(ms / 1000);
  const hours = Math.floor(whole / 3600);
  const minutes = Math.floor(whole / 60) % 60;
  const seconds = String(whole % 60).padStart(2, "0");
  const head = hours ? `${hours}:${String(minutes).padStart(2, "0")}` : String(minutes);
  return `${head}:${seconds}${tenths ? `.${Math.floor((ms % 1000) / 100)}` : ""}`;
}

/** What ``clock`` writes, read again: 1:02:05, 2:05, 2:05.4 or seconds; null where it is no time. */
export function fromClock(text: string): number | null {
  const match = /^\s*(?:(?:(\d{1,2}):)?(\d{1,3}):)?(\d{1,5})(?:[.,](\d{1,3}))?\s*$/.exec(text);
  if (!match) return null;
  const [, hours = "0", minutes, seconds = "0", fraction = ""] = match;
  if (minutes !== undefined && Number(seconds) > 59) return null;
  return ((Number(hours) * 60 + Number(minutes ?? 0)) * 60 + Number(seconds)) * 1000 + Number(fraction.padEnd(3, "0"));
}

/** A date and time in the reader's manner: Fri 18:00; Monday 7 December, 18:00 more than six days off. */
export function moment(iso: string, language: string): string {
  const at = new Date(iso);
  const now = new Date();
  const near = Math.abs(at.getTime() - now.getTime()) < 6 * 86_400_000;
  const far: Intl.DateTimeFormatOptions = { weekday: "long", day: "numeric", month: "long" };
  const year: Intl.DateTimeFormatOptions = at.getFullYear() === now.getFullYear() ? {} : { year: "numeric" };
  const day: Intl.DateTimeFormatOptions = near ? { weekday: "short" } : { ...far, ...year };
  return new Intl.DateTimeFormat(region(language), { ...day, hour: "numeric", minute: "2-digit" }).format(at);
}

/** The reader's own form of a language, as their browser names it: whether 18:00 or 6 pm is usual. */
function region(language: string): string {
  const mine = typeof navigator === "undefined" ? [] : navigator.languages;
  return mine.find((l) => l.split("-")[0] === language) ?? language;
}
