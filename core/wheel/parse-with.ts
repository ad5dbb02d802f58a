import type { z } from "zod";
import { BadInput } from "./bad-input";

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

/** Parses with a schema. @throws BadInput for the first thing wrong, with its path */
export const parseWith = <S extends z.ZodType>(schema: S, input: unknown, at = ""): z.output<S> => {
  const result = schema.safeParse(input, { error: plainly, reportInput: true });
  if (result.success) return result.data;
  const first = result.error.issues[0];
  throw new BadInput([at, pathText(first.path)].filter(Boolean).join("."), first.message);
};
