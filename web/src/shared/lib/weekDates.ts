/** Days of a week by its Monday, and the hours of its windows. */
import { localDay, showHour } from "./format";

export const WEEKDAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

function shift(day: string, by: number): string {
  const [year = 1970, month = 1, date = 1] = day.split("-").map(Number);
  return localDay(new Date(year, month - 1, date + by));
}

/** The Monday of a day's week. */
export function mondayOf(day: string): string {
  const [year = 1970, month = 1, date = 1] = day.split("-").map(Number);
  return shift(day, -((new Date(year, month - 1, date).getDay() + 6) % 7));
}

export const addWeeks = (monday: string, weeks: number) => shift(monday, 7 * weeks);
export const dayOf = (monday: string, weekday: number) => shift(monday, weekday);

/** Minutes since midnight of an hour as it comes, "17:30:00". */
export function minuteOf(hour: string): number {
  const [hours = 0, minutes = 0] = hour.split(":").map(Number);
  return 60 * hours + minutes;
}

/** The hour of a moment by this device's clock, "17:30". */
export function localHour(moment: string): string {
  const at = new Date(moment);
  return [at.getHours(), at.getMinutes()].map((part) => String(part).padStart(2, "0")).join(":");
}

/** A window in words: "Tuesday 17:30, Tanner's Yard". */
export function windowWords(window: { weekday: number; start: string; place: { name: string } | null }): string {
  return `${WEEKDAYS[window.weekday] ?? ""} ${showHour(window.start)}${window.place ? `, ${window.place.name}` : ""}`;
}
