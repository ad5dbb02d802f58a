import type { ReadingSource } from "../rounds/reading";
import type { Act } from "./act";
import { actSchema } from "./act";

/** An entry of the time when what was done at the bench was written among the figures, taken apart by its signs. */
interface OldEntry {
  readonly name: string;
  readonly place: number;
  readonly typed: string;
  readonly value: number | null;
}

const wordsOf = ({ name, place, typed, value }: OldEntry): unknown => {
  if (name === "finish.answer") {
    const [line, answer, ...because] = typed.split("|");
    return { what: "finish-answered", line, answer, because: because.join("|") };
  }
  if (name === "laced.seen") {
    const [flange, hole, head, under] = typed.split(",");
    return {
      what: "spoke-seen",
      spoke: place,
      seen: { flange, hubHole: Number(hole), head, under: under === "under" },
    };
  }
  if (name === "lace.last") return { what: "laced-so-far", steps: value ?? Number(typed) };
  if (name === "nipple.stuck") return { what: "nipple-found", spoke: place, found: typed };
  return null;
};

/** Names of figures that are none any more. */
export const NO_FIGURES = ["finish.answer", "laced.seen", "lace.last", "nipple.stuck", "true.offsetPart"] as const;

/** The act an old entry tells of; null where it tells of none that can be read. */
export const actOf = (entry: OldEntry): Act | null => {
  const read = actSchema.safeParse(wordsOf(entry));
  return read.success ? read.data : null;
};

/** The first of two lengths to the offset, as it was kept: for which round, by which way, mm; null where it is none. */
export const offsetPartOf = (
  entry: Pick<OldEntry, "name" | "typed">,
): { readonly round: string; readonly way: string; readonly value: number } | null => {
  if (entry.name !== "true.offsetPart") return null;
  const [round, way, value] = entry.typed.split("|");
  return round && way && Number.isFinite(Number(value)) ? { round, way, value: Number(value) } : null;
};

/** What an old reading was taken with, as far as what was typed tells. */
export const sourceOf = (typed: string): Pick<ReadingSource, "instrument" | "method"> => {
  if (typed === "from the trace") return { instrument: "stand", method: "trace" };
  if (typed.startsWith("from a list")) return { instrument: "list", method: "list" };
  if (typed.startsWith("mended: ")) return { instrument: "unknown", method: "mended" };
  if (typed.startsWith("high-low ")) return { instrument: "dial", method: "high-low" };
  if (typed.startsWith("pen ")) return { instrument: "pen", method: "pen" };
  if (typed.startsWith("rubbing ")) return { instrument: "feelers", method: "rubbing" };
  return { instrument: "unknown", method: "at-place" };
};
