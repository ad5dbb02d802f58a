import { TZDate } from "@date-fns/tz";
import ICAL from "ical.js";
import type { Away } from "@/core/planning/bench-day";
import { impossibleDays } from "./calendar-days";
import type { LineError } from "./lists/table";

/** Days ahead that repeating events are followed. */
const HORIZON = 400;
/** Times one event may repeat within them; more is a mistake, not a diary. */
const MOST_REPEATS = 1000;
const OWN = "@tall-compass";
/** Events of a calendar, and days one of them may add or leave out: each day of it is looked up among them. */
const MOST_EVENTS = 10_000;
const MOST_NAMED = 1000;
/** Days and times of a whole calendar. */
const MOST_PIECES = 20_000;

/**
 * Reads a calendar (RFC 5545) for the times nobody is at the bench, in the shop's own clock: every event that is not
 * marked free or called off, repeating ones day by day. What this shop's own diary wrote is left out.
 *
 * @param today `2026-11-23`; what is over before it is left out
 */
export const awayFromIcs = (
  text: string,
  timeZone: string,
  today: string,
): { readonly away: readonly Away[]; readonly errors: readonly LineError[] } => {
  const lines = text.split(/\r?\n/);
  const wrong = (line: number, message: string) => ({ away: [], errors: [{ line, message }] });
  const parsed = parse(text);
  if (typeof parsed === "string") {
    const quoted = /"([^"]+)"\s*$/.exec(parsed)?.[1] ?? "";
    return wrong(
      Math.max(1, lines.findIndex((l) => quoted !== "" && l.includes(quoted)) + 1),
      `is not iCalendar: ${parsed}; a file ending in .ics will do`,
    );
  }
  const impossible = impossibleDays(lines);
  if (impossible.length > 0) return { away: [], errors: impossible };
  if (parsed.name !== "vcalendar") return wrong(1, `begins with ${parsed.name}; it should begin with VCALENDAR`);
  for (const zone of parsed.getAllSubcomponents("vtimezone")) ICAL.TimezoneService.register(zone);
  const events = parsed.getAllSubcomponents("vevent");
  if (events.length === 0) return wrong(1, "has no events in it");
  if (events.length > MOST_EVENTS) return wrong(1, `has more than ${MOST_EVENTS} events; export fewer of them`);
  const exceptions = exceptionsOf(events);
  const begins = lines.flatMap((l, i) => (/^BEGIN:VEVENT$/i.test(l.trim()) ? [i + 1] : []));

  const errors: LineError[] = [];
  const away: Away[] = [];
  const first = Date.parse(`${today}T00:00:00Z`);
  const last = new Date(first + HORIZON * 86_400_000).toISOString().slice(0, 10);
  for (const [i, component] of events.entries()) {
    if (away.length > MOST_PIECES)
      return wrong(begins[i] ?? 1, `more than ${MOST_PIECES} days and times; a year of a bench has fewer`);
    const line = begins[i] ?? 1;
    // Given them it does not look through all others for its own.
    const own = component.hasProperty("recurrence-id") ? [] : (exceptions.get(uidOf(component)) ?? []);
    const event = new ICAL.Event(component, { exceptions: own });
    const uid = event.uid || `line-${line}`;
    const status = String(component.getFirstPropertyValue("status") ?? "");
    const free = String(component.getFirstPropertyValue("transp") ?? "").toUpperCase() === "TRANSPARENT";
    if (uid.endsWith(OWN) || free || status.toUpperCase() === "CANCELLED") continue;
    const start = component.getFirstPropertyValue("dtstart");
    if (!(start instanceof ICAL.Time)) {
      errors.push({ line, message: "DTSTART: is missing; an event needs a beginning" });
      continue;
    }
    if (daysNamed(component) > MOST_NAMED) {
      errors.push({ line, message: `names more than ${MOST_NAMED} days it leaves out or adds` });
      continue;
    }
    const zone = namedZone(component);
    if (zone instanceof Error) {
      errors.push({ line, message: zone.message });
      continue;
    }
    const what = (event.summary ?? "").slice(0, 200) || "away";
    const put = (from: ICAL.Time, to: ICAL.Time) => {
      for (const s of byDay(shopClock(from, zone ?? timeZone, timeZone), shopClock(to, zone ?? timeZone, timeZone)))
        if (s.day >= today && s.day <= last) away.push({ uid: uid.slice(0, 200), what, ...s });
    };
    // A changed or called-off day of a repeating event stands as an event of its own.
    if (event.isRecurrenceException()) {
      put(event.startDate, event.endDate);
      continue;
    }
    try {
      const each = event.iterator();
      for (let times = 0; times < MOST_REPEATS; times++) {
        const at = each.next();
        if (!at || at.toString().slice(0, 10) > last) break;
        const { item, startDate, endDate } = event.getOccurrenceDetails(at);
        if (!item.isRecurrenceException()) put(startDate, endDate);
        if (!event.isRecurring()) break;
      }
    } catch (error) {
      // A day that comes round never, a zone whose rules lead nowhere.
      const why = error instanceof Error ? error.message : String(error);
      errors.push({ line, message: `how it repeats cannot be followed (${why.slice(0, 120)})` });
    }
  }
  return { away: errors.length > 0 ? [] : away, errors };
};

/** Days an event leaves out of its repeating, or adds to it. */
const daysNamed = (component: ICAL.Component): number =>
  [...component.getAllProperties("exdate"), ...component.getAllProperties("rdate")].reduce(
    (sum, p) => sum + p.getValues().length,
    0,
  );

const uidOf = (component: ICAL.Component): string => String(component.getFirstPropertyValue("uid") ?? "");

/** Changed or called-off days of repeating events, by the event they are of. */
const exceptionsOf = (events: readonly ICAL.Component[]): ReadonlyMap<string, ICAL.Event[]> => {
  const of = new Map<string, ICAL.Event[]>();
  for (const component of events) {
    if (!component.hasProperty("recurrence-id")) continue;
    const uid = uidOf(component);
    const list = of.get(uid);
    if (list) list.push(new ICAL.Event(component));
    else of.set(uid, [new ICAL.Event(component)]);
  }
  return of;
};

const parse = (text: string): ICAL.Component | string => {
  try {
    return new ICAL.Component(ICAL.parse(text) as unknown[]);
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
};

/** A zone named without being described in the file; null where the times say enough themselves. */
const namedZone = (component: ICAL.Component): string | Error | null => {
  const property = component.getFirstProperty("dtstart");
  const name = property?.getFirstParameter("tzid");
  if (!name || ICAL.TimezoneService.has(name)) return null;
  try {
    new Intl.DateTimeFormat("en", { timeZone: name });
    return name;
  } catch {
    return new Error(`TZID: “${name}” is no time zone known here, and the file does not describe it`);
  }
};

interface Moment {
  readonly day: string;
  readonly minute: number;
}

/** A time of the calendar by the shop's clock; one without a zone is by the clock it names, or the shop's. */
const shopClock = (time: ICAL.Time, named: string, shop: string): Moment => {
  const floating = time.zone === ICAL.Timezone.localTimezone;
  const wall = { day: time.toString().slice(0, 10), minute: time.isDate ? 0 : time.hour * 60 + time.minute };
  if (time.isDate || (floating && named === shop)) return wall;
  const at = floating
    ? new TZDate(time.year, time.month - 1, time.day, time.hour, time.minute, 0, named).getTime()
    : time.toJSDate().getTime();
  const there = new TZDate(at, shop);
  const two = (n: number) => String(n).padStart(2, "0");
  return {
    day: `${there.getFullYear()}-${two(there.getMonth() + 1)}-${two(there.getDate())}`,
    minute: there.getHours() * 60 + there.getMinutes(),
  };
};

/** A stretch of time cut at midnight. */
const byDay = (from: Moment, to: Moment): { day: string; from: number; to: number }[] => {
  const out: { day: string; from: number; to: number }[] = [];
  for (let at = Date.parse(`${from.day}T00:00:00Z`), k = 0; k < HORIZON; at += 86_400_000, k++) {
    const day = new Date(at).toISOString().slice(0, 10);
    if (day > to.day) break;
    const begin = day === from.day ? from.minute : 0;
    const end = day === to.day ? to.minute : 1440;
    if (end > begin) out.push({ day, from: begin, to: end });
  }
  return out;
};
