import type { LineError } from "./lists/table";

/** Properties of RFC 5545 whose values are days or times; a rule's UNTIL is one within it. */
const DAYS = /^(DTSTART|DTEND|DUE|EXDATE|RDATE|RECURRENCE-ID)((?:;[^:]*)?):(.*)$/i;
const UNTIL = /^(RRULE)((?:;[^:]*)?):.*UNTIL=([0-9TZ]+)/i;
const VALUE = /^(\d{4})(\d{2})(\d{2})(?:T(\d{2})(\d{2})(\d{2})Z?)?$/;

const isThere = (value: string): boolean => {
  const parts = VALUE.exec(value)?.slice(1).map(Number);
  if (!parts) return false;
  const [year, month, day, hour = 0, minute = 0, second = 0] = parts.map((n) => (Number.isNaN(n) ? 0 : n));
  const at = new Date(Date.UTC(year, month - 1, day));
  // A minute may have 61 seconds (RFC 5545, 3.3.12).
  return at.getUTCMonth() === month - 1 && at.getUTCDate() === day && hour < 24 && minute < 60 && second <= 60;
};

/** Days and times of a calendar that no calendar has, by their lines; a library would take the 31st of February for March. */
export const impossibleDays = (lines: readonly string[], most = 20): LineError[] => {
  const errors: LineError[] = [];
  for (let i = 0; i < lines.length && errors.length < most; i++) {
    // A long line goes on in the next ones, behind a space.
    if (/^[ \t]/.test(lines[i])) continue;
    let text = lines[i];
    for (let k = i + 1; k < lines.length && /^[ \t]/.test(lines[k]); k++) text += lines[k].slice(1);
    const found = DAYS.exec(text) ?? UNTIL.exec(text);
    if (!found) continue;
    const [, name, , values] = found;
    for (const value of values.trim().split(/[,/]/)) {
      // A stretch of time ends with a day or says how long it takes.
      if (/^[+-]?P/.test(value) || isThere(value)) continue;
      errors.push({
        line: i + 1,
        message: `${name.toUpperCase()}: “${value.slice(0, 30)}” is no day or time there is`,
      });
    }
  }
  return errors;
};
