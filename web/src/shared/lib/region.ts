/** How the athlete's region writes days and hours. The words of the application are English everywhere. */

const TOKENS: Partial<Record<Intl.DateTimeFormatPartTypes, string>> = { day: "DD", month: "MM", year: "YYYY" };
const SUNDAY = 7;

/** The order of day, month and year, as in DD/MM/YYYY. */
export function dayFormat(region = navigator.language): string {
  const written = new Intl.DateTimeFormat(region, { day: "2-digit", month: "2-digit", year: "numeric" });
  return written
    .formatToParts(new Date())
    .map(({ type, value }) => TOKENS[type] ?? value)
    .join("");
}

/** Whether hours are counted to twelve twice a day. */
export const hasHalfDays = (region = navigator.language): boolean =>
  new Intl.DateTimeFormat(region, { hour: "numeric" }).resolvedOptions().hour12 === true;

type Weeks = Intl.Locale & { getWeekInfo?: () => { firstDay: number }; weekInfo?: { firstDay: number } };

/** The first day of a week, Sunday being 0; Monday where the browser does not know (ISO 8601). */
export function weekStart(region = navigator.language): number {
  const locale: Weeks = new Intl.Locale(region);
  const first = (locale.getWeekInfo?.() ?? locale.weekInfo)?.firstDay ?? 1;
  return first % SUNDAY;
}
