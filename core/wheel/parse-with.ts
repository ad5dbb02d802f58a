import type { z } from "zod";
import { BadInput, type Refusal } from "./bad-input";
import { nearKey } from "./near-key";

/** `["rim", "holes"]` to `rim.holes`, `["readings", "lateral", 3]` to `readings.lateral[3]`. */
export const pathText = (path: readonly PropertyKey[]): string =>
  path.reduce<string>(
    (text, key) => (typeof key === "number" ? `${text}[${key}]` : text === "" ? String(key) : `${text}.${String(key)}`),
    "",
  );

/** What would do, by what a schema expects. */
const WOULD_DO: Readonly<Record<string, string>> = {
  object: 'an object such as {"…": …}',
  array: "a list in square brackets",
  string: 'text in "quotes"',
  number: "a number",
  boolean: "true or false",
};

/** What came, short enough for a message. */
const given = (input: unknown): string => {
  const text = JSON.stringify(input) ?? "nothing";
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
};

const ofWhat = (origin: string): string => (origin === "string" ? " letters" : "");

/** Words for what a schema says nothing of itself: what came and what would do. */
const plainly = (issue: z.core.$ZodRawIssue): string | undefined => {
  if (issue.code === "invalid_type") {
    const expected = WOULD_DO[issue.expected] ?? `a ${issue.expected}`;
    return issue.input === undefined
      ? `is missing; give ${expected}`
      : `${given(issue.input)} will not do; give ${expected}`;
  }
  if (issue.code === "too_small" && issue.origin === "array")
    return `${(issue.input as unknown[]).length} entries will not do; give ${issue.minimum} or more`;
  if (issue.code === "too_big" && issue.origin === "array")
    return `${(issue.input as unknown[]).length} entries are too many; give at most ${issue.maximum}`;
  if (issue.code === "too_small")
    return `${given(issue.input)} will not do; give ${issue.minimum} or more${ofWhat(issue.origin)}`;
  if (issue.code === "too_big")
    return `${given(issue.input)} will not do; give at most ${issue.maximum}${ofWhat(issue.origin)}`;
  if (issue.code === "invalid_union") return `${given(issue.input)} is none of what would do here; see docs/formats`;
  if (issue.code === "invalid_value") return `${given(issue.input)} will not do; give ${issue.values.join(", ")}`;
  return undefined;
};

/** What a schema found wrong, as data. */
const refusalOf = (issue: z.core.$ZodIssue): Refusal => {
  const given = typeof issue.input === "number" ? issue.input : null;
  const size = (limit: number | bigint) =>
    Array.isArray(issue.input)
      ? { code: "wrong-count" as const, given: issue.input.length, wanted: Number(limit) }
      : null;
  if (issue.code === "invalid_type") return { code: issue.input === undefined ? "missing" : "unreadable" };
  if (issue.code === "too_small")
    return (
      size(issue.minimum) ??
      (given === null ? { code: "missing" } : { code: "out-of-range", given, from: Number(issue.minimum), to: null })
    );
  if (issue.code === "too_big")
    return (
      size(issue.maximum) ??
      (given === null
        ? { code: "too-large", given: String(issue.input ?? "").length, most: Number(issue.maximum) }
        : { code: "out-of-range", given, from: null, to: Number(issue.maximum) })
    );
  if (issue.code === "invalid_value")
    return { code: "not-offered", given: String(issue.input), offered: issue.values.map(String) };
  return { code: "unreadable" };
};

/** Parses with a schema. @throws BadInput for the first thing wrong, with its path */
export const parseWith = <S extends z.ZodType>(schema: S, input: unknown, at = ""): z.output<S> => {
  const result = schema.safeParse(input, { error: plainly, reportInput: true });
  if (result.success) return result.data;
  const first = result.error.issues[0];
  const refusal = refusalOf(first);
  const near = refusal.code === "missing" ? nearKey(input, first.path) : null;
  const message = near === null ? first.message : `${first.message}; “${near}” stands there, was it meant?`;
  throw new BadInput([at, pathText(first.path)].filter(Boolean).join("."), message, refusal);
};
