import { BadInput } from "../wheel/bad-input";
import { MOST_HOLES } from "../wheel/holes";
import type { Reading, ReadingKind } from "./reading";
import { workedOut } from "./work-out";

/** What each kind of reading can be; outside it no dial, gauge or ear ever stands. */
const CAN_BE: Readonly<Record<ReadingKind, { readonly from: number; readonly to: number; readonly words: string }>> = {
  lateral: { from: -100, to: 100, words: "mm, from -100 to 100" },
  "far-edge": { from: -100, to: 100, words: "mm, from -100 to 100" },
  radial: { from: -100, to: 100, words: "mm, from -100 to 100" },
  offset: { from: -100, to: 100, words: "mm, from -100 to 100" },
  "offset-part": { from: -200, to: 200, words: "mm, from -200 to 200" },
  tension: { from: 0, to: 50_000, words: "N, never less than 0; 0 for a slack spoke" },
  known: { from: 0, to: 50_000, words: "N, never less than 0; 0 for a slack spoke" },
  note: { from: 0, to: 20_000, words: "Hz, never less than 0; 0 for a dead note" },
  gauge: { from: 0, to: 100_000, words: "the gauge's divisions, never less than 0" },
  squeeze: { from: -1, to: 1, words: "+1 tighter, 0 the same, -1 looser" },
  torque: { from: 0, to: 1000, words: "N·m, never less than 0" },
};

/** mm or N: a reading and what its typed figure comes to are the same within this. */
const SAME = 1e-6;

/** The offset belongs to the whole wheel: its place is 0; all else is read at a spoke. */
const ofWholeWheel = (what: ReadingKind): boolean => what === "offset" || what === "offset-part";

/**
 * Whether a wheel has that spoke.
 *
 * @param holes of the wheel; null where nobody has counted yet
 * @throws BadInput
 */
export const checkSpoke = (spoke: number, holes: number | null, path = "spoke"): void => {
  const most = holes ?? MOST_HOLES;
  if (spoke < 1 || spoke > most)
    throw new BadInput(path, `${spoke} is no spoke of this wheel; 1 to ${most}`, {
      code: "out-of-range",
      given: spoke,
      from: 1,
      to: most,
    });
};

/**
 * Whether a reading can be: the same rule where it is typed and where it is stored.
 *
 * @param holes of the wheel; null where it is not measured yet
 * @throws BadInput naming the field
 */
export const checkReading = (r: Reading, holes: number | null): void => {
  const { from, to, words } = CAN_BE[r.what];
  if (!Number.isFinite(r.value) || r.value < from || r.value > to)
    throw new BadInput("value", `${Number(r.value.toFixed(2))} cannot be read here; ${r.what} is in ${words}`, {
      code: "out-of-range",
      given: r.value,
      from,
      to,
    });
  if (r.against !== null && r.against !== undefined) checkSpoke(r.against, holes, "against");
  if (!ofWholeWheel(r.what)) checkSpoke(r.spoke, holes);
  else if (r.spoke !== 0)
    throw new BadInput("spoke", `${r.spoke} will not do; the offset is the whole wheel's and stands at 0`, {
      code: "out-of-range",
      given: r.spoke,
      from: 0,
      to: 0,
    });
  const again = workedOut(r);
  if (again && !again.ok) throw new BadInput("typed", again.message, { code: "unreadable" });
  if (again?.ok && Math.abs(again.value - r.value) > SAME)
    throw new BadInput("value", `${r.value} does not follow from “${r.typed}”: that comes to ${again.value}`, {
      code: "does-not-follow",
      given: r.value,
      comesTo: again.value,
    });
};
