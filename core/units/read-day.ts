import { addYears, format, isBefore, isValid, parse, startOfDay } from "date-fns";

/** As people write a day, with a year and without. */
const WHOLE = ["yyyy-MM-dd", "d.M.yyyy", "d/M/yyyy", "d MMM yyyy", "d MMMM yyyy", "MMM d yyyy"];
const WITHOUT_YEAR = ["d.M.", "d.M", "d/M", "d MMM", "d MMMM", "MMM d", "MMMM d"];
const WEEKDAYS = ["sunday", "monday", "tuesday", "wednesday", "thursday", "friday", "saturday"];

const asDay = (date: Date): string => format(date, "yyyy-MM-dd");
const noon = (day: string): Date => new Date(`${day}T12:00:00`);

/**
 * A day as people write it: `2026-12-04`, `4.12.`, `4 Dec`, `fri`, `tomorrow`; without a year the next one that comes.
 *
 * @param today `2026-11-26`
 * @returns `2026-12-04`; null where it is no day
 */
export const readDay = (typed: string, today: string): string | null => {
  const text = typed.trim().replace(/\s+/g, " ").replace(/,/g, "");
  const now = noon(today);
  for (const pattern of WHOLE) {
    const date = parse(text, pattern, now);
    if (isValid(date) && date.getFullYear() > 1900) return asDay(date);
  }
  for (const pattern of WITHOUT_YEAR) {
    const date = parse(text, pattern, now);
    if (isValid(date)) return asDay(isBefore(startOfDay(date), startOfDay(now)) ? addYears(date, 1) : date);
  }
  const word = text.toLowerCase();
  const after = (days: number) => asDay(new Date(now.getTime() + days * 86_400_000));
  if (word === "today") return today;
  if (word === "tomorrow") return after(1);
  const weekday = word.length >= 3 ? WEEKDAYS.findIndex((w) => w.startsWith(word)) : -1;
  if (weekday < 0) return null;
  return after(((weekday - now.getDay() + 6) % 7) + 1);
};
