import Papa from "papaparse";
import { unlikeAList } from "./bounds";

/** What is wrong with a list, by its line; line 1 is the file's first. */
export interface LineError {
  readonly line: number;
  readonly message: string;
}

const MOST_LINES = 10_000;
const SEPARATORS = [",", ";", "\t"] as const;
type Separator = (typeof SEPARATORS)[number];
/** More wrong lines than these nobody reads. */
const MOST_ERRORS = 200;

/** One line of a list: its cells by column, and its number in the file. */
export interface Row<C extends string> {
  readonly line: number;
  /** Trimmed; empty where the line has no such cell. */
  readonly get: (column: C) => string;
  /** Null where the cell is empty; a cell that is none from `low` to `high` is null too, and an error of the table. */
  readonly number: (column: C, low?: number, high?: number) => number | null;
  readonly wrong: (message: string) => void;
}

export interface Table<C extends string> {
  readonly rows: readonly Row<C>[];
  readonly errors: LineError[];
  /** The columns of those asked for that the first line names. */
  readonly has: ReadonlySet<C>;
}

interface Asked<C extends string> {
  /** Without them it is another list. */
  readonly columns: readonly C[];
  /** One of them at least. */
  readonly either?: readonly C[];
  /** Read where they are. */
  readonly more?: readonly C[];
  readonly most?: number;
  /** Said of a list that is longer. */
  readonly longer?: string;
}

/** Text in double quotes out of the way, a line of names split. */
const namesBy = (head: string, separator: Separator): string[] =>
  (Papa.parse<string[]>(head, { delimiter: separator }).data[0] ?? []).map((name) => name.trim().toLowerCase());

/** A spreadsheet's own line about what stands between cells. */
const SAYS = /^"?sep=([,;\t])"?$/i;

/** The separator under which the first line names most of what is asked for. */
const separatorOf = <C extends string>(head: string, names: readonly C[]): Separator => {
  const found = (s: Separator) => namesBy(head, s).filter((name) => names.includes(name as C)).length;
  return SEPARATORS.reduce((best, s) => (found(s) > found(best) ? s : best));
};

const FIGURE = /^[+-]?(\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d{1,3})?$/i;

/**
 * Takes a list apart. The first line names the columns, in any order; commas, semicolons or tabs stand between cells. A
 * decimal comma will do where commas do not separate; one list has one decimal sign. What a line has too much, a quote that
 * is never closed and a column named twice are errors: a cell is never guessed.
 */
export const readTable = <C extends string>(
  text: string,
  { columns, either = [], more = [], most = MOST_LINES, longer = "split the list" }: Asked<C>,
): Table<C> => {
  const wrong = (line: number, message: string): Table<C> => ({
    rows: [],
    errors: [{ line, message }],
    has: new Set(),
  });
  if (text.trim() === "") return wrong(1, "the file is empty");
  const unlike = unlikeAList(text);
  if (unlike) return wrong(unlike.line, unlike.message);
  const [first] = text.split("\n", 1);
  const said = SAYS.exec(first.trim());
  const from = said ? first.length + 1 : 0;
  const body = text.slice(from);
  // The first that says anything.
  const [head = ""] = /\S.*/.exec(body) ?? [];
  const wanted = [...columns, ...either, ...more];
  const separator = (said?.[1] as Separator | undefined) ?? separatorOf(head, wanted);

  const errors: LineError[] = [];
  const put = (line: number, message: string) => {
    if (errors.length < MOST_ERRORS) errors.push({ line, message });
  };
  const lines: { readonly line: number; readonly cells: readonly string[] }[] = [];
  let [at, line, tooMany] = [0, said ? 2 : 1, 0];
  Papa.parse<string[]>(body, {
    delimiter: separator,
    newline: "\n",
    step: ({ data: cells, errors: faults, meta }, parser) => {
      const mine = line;
      // What was read up to here tells where the next begins, whatever lines a cell has.
      for (; at < meta.cursor; at++) if (body.charCodeAt(at) === 10) line++;
      if (faults.some((f) => f.type === "Quotes")) put(mine, "a quote is opened and not closed as it should be");
      if (cells.every((cell) => cell.trim() === "")) return;
      if (lines.length > most) {
        tooMany = mine;
        return parser.abort();
      }
      lines.push({ line: mine, cells });
    },
  });
  const [named, ...rest] = lines;
  if (errors.length > 0) return { rows: [], errors, has: new Set() };
  if (tooMany > 0) return wrong(tooMany, `more than ${most} lines; ${longer}`);
  const names = (named?.cells ?? []).map((name) => name.trim().toLowerCase());
  const missing = columns.filter((c) => !names.includes(c));
  const lacks = [
    ...missing,
    ...(either.length > 0 && !either.some((c) => names.includes(c)) ? [either.join(" or ")] : []),
  ];
  if (lacks.length > 0) {
    const all = [...columns, ...(either.length > 0 ? [either.join(" or ")] : [])].join(", ");
    const found = names.filter(Boolean).join(", ").slice(0, 80) || "nothing";
    return wrong(
      named?.line ?? 1,
      `missing: ${lacks.join(", ")} (found: ${found}); the first line names ${all}, with commas, semicolons or tabs between`,
    );
  }
  const twice = wanted.find((c) => names.indexOf(c) !== names.lastIndexOf(c));
  if (twice) return wrong(named.line, `the column ${twice} is named twice; once will do`);

  let decimal: { readonly sign: string; readonly line: number } | null = null;
  const rows = rest.map(({ line: mine, cells }): Row<C> => {
    const beyond = cells.slice(names.length).find((cell) => cell.trim() !== "");
    if (beyond !== undefined)
      put(
        mine,
        `has ${cells.length} cells where the first line names ${names.length}${separator === "," ? "; a comma within a figure or a word makes a cell of its own" : ""}`,
      );
    const get = (column: C) => (cells[names.indexOf(column)] ?? "").trim();
    return {
      line: mine,
      get,
      wrong: (message) => put(mine, message),
      number: (column, low = Number.NEGATIVE_INFINITY, high = Number.POSITIVE_INFINITY) => {
        const typed = get(column);
        if (typed === "") return null;
        const sign = /[.,]/.exec(typed)?.[0];
        const shown = `${column}: “${typed.slice(0, 20)}”`;
        if (sign === "," && separator === ",") {
          put(mine, `${shown} has a comma where commas stand between cells; write a point, or semicolons between`);
          return null;
        }
        const value = FIGURE.test(typed) ? Number(typed.replace(",", ".")) : Number.NaN;
        if (!Number.isFinite(value) || value < low || value > high) {
          const range = Number.isFinite(low) ? `; a number from ${low} to ${high}` : "";
          put(mine, Number.isFinite(value) || range ? `${shown} will not do${range}` : `${shown} is not a number`);
          return null;
        }
        if (sign && decimal && decimal.sign !== sign) {
          put(
            mine,
            `${shown} has a “${sign}” where line ${decimal.line} has a “${decimal.sign}”; one list has one decimal sign`,
          );
          return null;
        }
        if (sign && !decimal) decimal = { sign, line: mine };
        return value;
      },
    };
  });
  return { rows, errors, has: new Set(wanted.filter((c) => names.includes(c))) };
};

/** A cell as it was before a list was written: without the quote that keeps a spreadsheet from reckoning it. */
export const plain = (text: string): string => (/^'[=+\-@\t\r]/.test(text) ? text.slice(1) : text);
