/** Dates, times and numbers in the reader's own locale. */
const DAY = { weekday: "short", day: "numeric", month: "short" } as const;
const LONG_DAY = { weekday: "long", day: "numeric", month: "long" } as const;
const yearless = [DAY, LONG_DAY].map((options) => new Intl.DateTimeFormat(undefined, options));
const yearly = [DAY, LONG_DAY].map((options) => new Intl.DateTimeFormat(undefined, { ...options, year: "numeric" }));
const timeFormat = new Intl.DateTimeFormat(undefined, { hour: "2-digit", minute: "2-digit" });
const numberFormat = new Intl.NumberFormat(undefined, { maximumFractionDigits: 1 });

/** A calendar day "2026-03-01" as a local date; `new Date` alone would take it for midnight UTC. */
function fromDay(day: string): Date {
  const [year = 1970, month = 1, date = 1] = day.split("-").map(Number);
  return new Date(year, month - 1, date);
}

/** A day out of an address, or the other one where it is none. */
export const readDay = (text: string | null | undefined, other: string) =>
  text && /^\d{4}-\d{2}-\d{2}$/.test(text) ? text : other;

/** A day of another year is said with its year. */
function say(day: string, length: 0 | 1): string {
  const date = fromDay(day);
  const formats = date.getFullYear() === new Date().getFullYear() ? yearless : yearly;
  return formats[length]?.format(date) ?? day;
}

export const showDay = (day: string) => say(day, 0);
export const showLongDay = (day: string) => say(day, 1);
export const showTime = (moment: string) => timeFormat.format(new Date(moment));
/** An hour of the day as it comes, "17:30:00", without its seconds. */
export const showHour = (hour: string) => hour.slice(0, 5);
export const showNumber = (value: number) => numberFormat.format(value);

/** A share from 0 to 1 as percent: "71 %". */
export const showShare = (share: number) => `${Math.round(100 * share)} %`;
/** A chance with its interval: "71 %, 64 to 77". */
export const showChance = ({ chance, low, high }: { chance: number; low: number; high: number }) =>
  `${showShare(chance)}, ${Math.round(100 * low)} to ${Math.round(100 * high)}`;

/** Seconds as minutes for a plan: "5 min", "90 s" while short. */
export function showMinutes(seconds: number): string {
  if (seconds < 120 && seconds % 60) return `${seconds} s`;
  const minutes = seconds / 60;
  return `${numberFormat.format(minutes >= 10 ? Math.round(minutes) : Math.round(minutes * 2) / 2)} min`;
}

/** A range of seconds in minutes: "4 to 7 min", with half minutes while it is short. */
export function showRange(lowS: number, highS: number): string {
  const round = (seconds: number) => (seconds >= 600 ? Math.round(seconds / 60) : Math.round(seconds / 30) / 2);
  return round(lowS) === round(highS)
    ? `${numberFormat.format(round(lowS))} min`
    : `${numberFormat.format(round(lowS))} to ${numberFormat.format(round(highS))} min`;
}

/** Milliseconds as a running clock: "1:05". */
export function showClock(ms: number): string {
  const seconds = Math.max(0, Math.ceil(ms / 1000));
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
}

export function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

export function quantity(count: number, noun: string, plural = `${noun}s`): string {
  return `${count} ${count === 1 ? noun : plural}`;
}

/** Today on this device as "2026-03-01". */
export function localDay(at = new Date()): string {
  return [at.getFullYear(), String(at.getMonth() + 1).padStart(2, "0"), String(at.getDate()).padStart(2, "0")].join(
    "-",
  );
}

/** A body limit as it is said, with its last day. */
export function showLimit({ words, until }: { words: string; until: string | null }): string {
  return `${capital(words)}${until ? `, until ${showDay(until)}` : ""}`;
}

/** A moment as it is said: its hour, and its day where that is not today. */
export function showMoment(at: number): string {
  const day = localDay(new Date(at));
  const hour = timeFormat.format(new Date(at));
  return day === localDay() ? hour : `${showDay(day)}, ${hour}`;
}
