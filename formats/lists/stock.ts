import { type LineError, plain, readTable } from "./table";
import { type Decimal, writeList } from "./written";

/** A drawer of the stock as a line of a list. */
export interface StockLine {
  readonly kind: "spoke" | "nipple" | "washer";
  readonly name: string;
  readonly size: number | null;
  readonly diameter: number | null;
  readonly pitch: number | null;
  readonly place: string;
  readonly reorderAt: number;
  readonly held: number;
  /** Of one piece; null where none is told. */
  readonly price: number | null;
}

const COLUMNS = ["kind", "name", "size_mm", "diameter_mm", "pitch_mm", "place", "reorder_at", "held"] as const;
/** Lists of earlier versions do not have it. */
const PRICE = "price";

export const stockToCsv = (lines: readonly StockLine[], decimal: Decimal): string =>
  writeList(
    decimal,
    [...COLUMNS, PRICE],
    lines.map((l) => [l.kind, l.name, l.size, l.diameter, l.pitch, l.place, l.reorderAt, l.held, l.price]),
  );

/** A list as read: what can be taken, and what is wrong line by line. */
export interface ReadStock {
  readonly lines: readonly StockLine[];
  readonly errors: readonly LineError[];
  /** Drawers that stand in it more than once, by their lines; nothing is taken until it is said what is meant. */
  readonly asks: readonly string[];
}

/** What is one drawer: the same thing of the same size. */
export const drawerKey = (l: Pick<StockLine, "kind" | "name" | "size" | "diameter">): string =>
  JSON.stringify([l.kind, l.name, l.size, l.diameter]);

/** What is done with a drawer that a list names more than once; null: it is asked. */
export type Twice = "together" | "last" | null;

/** Reads a stock list; nothing is taken unless every line is right. */
export const stockFromCsv = (text: string, twice: Twice = null): ReadStock => {
  const { rows, errors } = readTable(text, { columns: COLUMNS, more: [PRICE] });
  const drawers = new Map<string, { line: StockLine; at: number[] }>();
  for (const { line: at, get, number, wrong } of rows) {
    const whole = (name: "reorder_at" | "held"): number => {
      const value = number(name, -100_000, 100_000);
      if (value !== null && !Number.isInteger(value)) wrong(`${name}: “${get(name)}” is not a whole number`);
      return Math.trunc(value ?? 0);
    };
    const words = (name: "name" | "place", most: number): string => {
      const said = plain(get(name));
      if (said.length > most) wrong(`${name}: ${said.length} letters; at most ${most} are kept`);
      return said;
    };
    const kind = get("kind").toLowerCase();
    if (kind !== "spoke" && kind !== "nipple" && kind !== "washer") {
      wrong(`kind: “${get("kind")}” will not do; spoke, nipple or washer`);
      continue;
    }
    if (get("name") === "") wrong("name: is empty; say what is in the drawer");
    if (get("held") === "") wrong("held: is empty; 0 where nothing lies there");
    const line: StockLine = {
      kind,
      name: words("name", 200),
      size: number("size_mm", 0, 500),
      diameter: number("diameter_mm", 0, 20),
      pitch: number("pitch_mm", 0, 5),
      place: words("place", 100),
      reorderAt: whole("reorder_at"),
      held: whole("held"),
      price: number(PRICE, 0, 1_000_000),
    };
    const key = drawerKey(line);
    const before = drawers.get(key);
    const held = twice === "together" ? line.held + (before?.line.held ?? 0) : line.held;
    drawers.set(key, { line: { ...line, held }, at: [...(before?.at ?? []), at] });
  }
  if (errors.length > 0) return { lines: [], errors, asks: [] };
  const asks = [...drawers.values()]
    .filter(({ at }) => at.length > 1 && twice === null)
    .map(
      ({ line, at }) =>
        `lines ${at.join(" and ")} are one drawer: ${[line.kind, line.size, line.name].filter((x) => x !== null).join(" ")}`,
    );
  return { lines: [...drawers.values()].map((d) => d.line), errors, asks };
};
