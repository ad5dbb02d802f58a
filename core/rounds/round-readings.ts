import { midLine } from "../runout/both-edges";
import type { Readings } from "../runout/runout";
import type { Read, ReadingKind } from "./reading";

/** One pass of reading round the wheel, in spoke order. */
export interface RoundReadings {
  /** mm, + towards A. */
  readonly lateral: Readings;
  /** mm, + outward. */
  readonly radial: Readings;
  /** N, 0 slack. */
  readonly tension?: Readings;
  /** mm of the rim's mean plane from the wanted one, + towards A. */
  readonly offset?: number | null;
  /** 1 σ of each reading, mm and N, by what it was taken with; null or left out: a careful dial, a good gauge. */
  readonly sure?: { readonly lateral?: Readings; readonly radial?: Readings; readonly tension?: Readings };
  /** How even the tensions are was heard or felt, how tight they are in all was reckoned. */
  readonly reckoned?: boolean;
  /** Lines of which the highest and the lowest place of a whole turn were told: two readings say its total then. */
  readonly highLow?: readonly ("lateral" | "radial")[];
}

const newestOf = ({ readings }: Read, holes: number, what: ReadingKind): (number | null)[] => {
  const out = new Array<number | null>(holes).fill(null);
  for (const r of readings) if (r.what === what && r.spoke >= 1 && r.spoke <= holes) out[r.spoke - 1] = r.value;
  return out;
};

/** Side to side on one edge alone, newest of each place, mm; null where it was not read. */
export const nearEdge = (round: Read, holes: number): (number | null)[] => newestOf(round, holes, "lateral");
export const farEdge = (round: Read, holes: number): (number | null)[] => newestOf(round, holes, "far-edge");

/** What counts of a round's readings: the newest of each place; tensions as they were worked out. */
export const roundReadings = (
  round: Read,
  holes: number,
  tension: readonly (number | null)[] = new Array<number | null>(holes).fill(null),
): RoundReadings => {
  const sure = {
    lateral: new Array<number | null>(holes).fill(null),
    radial: new Array<number | null>(holes).fill(null),
  };
  let offset: number | null = null;
  for (const r of round.readings) {
    if (r.what === "offset") offset = r.value;
    else if ((r.what === "lateral" || r.what === "radial") && r.spoke >= 1 && r.spoke <= holes)
      sure[r.what][r.spoke - 1] = r.sure ?? null;
  }
  // Where both edges were read the rim's middle counts, whatever its width does; and two readings are surer than one.
  const lateral = midLine(nearEdge(round, holes), farEdge(round, holes));
  const any = [...sure.lateral, ...sure.radial].some((s) => s !== null);
  const highLow = (["lateral", "radial"] as const).filter((what) =>
    round.readings.some((r) => r.what === what && r.method === "high-low"),
  );
  return {
    ...{ lateral, radial: newestOf(round, holes, "radial"), tension, offset },
    ...(any ? { sure } : {}),
    ...(highLow.length > 0 ? { highLow } : {}),
  };
};

/** How many places of a line were read. */
export const placesRead = (line: Readings | undefined): number => (line ?? []).filter((v) => v !== null).length;
