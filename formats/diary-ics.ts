import { TZDate } from "@date-fns/tz";
import ical from "ical-generator";
import type { Stretch } from "@/core/planning/bench-day";

export interface DiaryEvents {
  /** Day 0, `2026-11-23`. */
  readonly today: string;
  readonly timeZone: string;
  /** Bench time by the clock, day 0 today. */
  readonly slots: readonly (Stretch & { readonly id: string; readonly day: number; readonly title: string })[];
  readonly days: readonly { readonly id: string; readonly on: string; readonly title: string }[];
}

/** A moment of the shop's own clock: `minutes` after midnight of day `day`, whatever summer time does in between. */
export const benchMoment = (today: string, day: number, minutes: number, timeZone: string): Date => {
  const [year, month, date] = today.split("-").map(Number);
  return new Date(
    new TZDate(year, month - 1, date + day, Math.floor(minutes / 60), minutes % 60, 0, timeZone).getTime(),
  );
};

/** The diary as iCalendar (RFC 5545): bench time as planned, promises and re-checks as whole days. */
export const diaryIcs = (diary: DiaryEvents): string => {
  const calendar = ical({ name: "Tall Compass bench", prodId: "//tall-compass//bench//EN" });
  // Numbered within its own wheel: another wheel's plan that changes must not make these events new ones.
  const so = new Map<string, number>();
  for (const s of diary.slots) {
    const nth = so.get(s.id) ?? 0;
    so.set(s.id, nth + 1);
    calendar.createEvent({
      id: `${s.id}-${nth}@tall-compass`,
      start: benchMoment(diary.today, s.day, s.from, diary.timeZone),
      end: benchMoment(diary.today, s.day, s.to, diary.timeZone),
      summary: s.title,
    });
  }
  for (const d of diary.days)
    calendar.createEvent({
      id: `${d.id}@tall-compass`,
      start: new Date(`${d.on}T00:00:00Z`),
      allDay: true,
      timezone: "UTC",
      summary: d.title,
    });
  return calendar.toString();
};
