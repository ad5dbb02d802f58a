"use client";
import type { PlacedSpoke } from "@/core/lacing/placement";
import type { ElasticWheel } from "@/core/mechanics/elastic-wheel";
import { eveningOut, evennessOf } from "@/core/tension/evenness";
import type { HeardKind } from "@/core/tension/note-range";
import type { SoundKind } from "@/core/tension/sounding";
import { rankByHand, type Squeeze } from "@/core/tension/squeeze";
import type { SpokeTension } from "@/core/tension/told";
import type { Side } from "@/core/wheel/wheel-file";
import { EvenedOut } from "./evened-out";
import { KindTable } from "./kind-table";

interface EvenViewProps {
  readonly kinds: readonly SoundKind[];
  readonly spokes: readonly PlacedSpoke[];
  readonly names: Readonly<Record<Side, string>>;
  readonly tensions: readonly SpokeTension[];
  readonly calibrated: readonly HeardKind[];
  readonly pairs: readonly Squeeze[];
  readonly wanted: Readonly<Record<Side, number>>;
  readonly lateral: readonly (number | null)[];
  readonly radial: readonly (number | null)[];
  readonly band: { readonly lateral: number; readonly radial: number };
  /** About the tensions read; null while too few are. */
  readonly elastic: ElasticWheel | null;
  readonly pitch: number;
  readonly picked: number;
  readonly onPick: (spoke: number) => void;
}

/** How even each kind is, who stands out, and what evening them out would do before a key is touched. */
export const EvenView = (props: EvenViewProps) => {
  const { kinds, names, tensions, calibrated, pairs, spokes, wanted, elastic, pitch } = props;
  const { lateral, radial, band, picked, onPick } = props;
  const newtons = tensions.map((t) => t.tension);
  const byNote = evennessOf(
    kinds,
    tensions.map((t) => (t.tension === null && t.note ? t.note : null)),
  );
  // Each side to the mean it has, so that nothing but evenness changes.
  const meanOf = (side: Side): number => {
    const own = spokes.flatMap((s) => (s.flange === side ? (newtons[s.spoke - 1] ?? []) : []));
    return own.length > 0 ? own.reduce((a, b) => a + b, 0) / own.length : wanted[side];
  };
  const means = { A: meanOf("A"), B: meanOf("B") };
  const even = spokes.map((s) => means[s.flange]);
  const enough = newtons.filter((t) => t !== null).length > 3;
  const out = elastic && enough ? eveningOut(elastic, pitch, newtons, even, lateral, radial) : null;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,4fr)_minmax(0,5fr)] portrait:grid-cols-1 portrait:grid-rows-2">
      <div className="min-h-0 overflow-y-auto border-r border-grid p-3 text-lg">
        <KindTable {...{ kinds, calibrated, byNote, onPick }} even={evennessOf(kinds, newtons)} />
        <p className="pt-2 text-base">
          Within 20 % is usual, within 10 % good. Two sides of a wheel with offset differ.
        </p>
        {byNote.length > 0 && (
          <p className="pt-2 text-base">
            Where notes are not calibrated, spread is tension reckoned from the note's own steepness; no newtons are
            told.
          </p>
        )}
        <ByHand pairs={pairs} />
        <ByTorque tensions={tensions} />
      </div>
      <div className="flex min-h-0 flex-col">
        {out ? (
          <EvenedOut {...{ out, spokes, names, newtons, means, wanted, lateral, radial, band, picked, onPick }} />
        ) : (
          <p className="p-4 text-lg">
            With tensions in newtons for every spoke, what evening them out would do to side to side and hop is shown
            here before a key is touched.
          </p>
        )}
      </div>
    </div>
  );
};

/** How many of an order are named. */
const NAMED = 6;

const ByHand = ({ pairs }: { pairs: readonly Squeeze[] }) => {
  const felt = rankByHand(pairs);
  if (felt.length === 0) return null;
  return (
    <p className="pt-3" data-testid="felt">
      By hand, loosest first:{" "}
      <b className="font-mono">
        {felt
          .slice(0, NAMED)
          .map((f) => `${f.spoke}${f.slack ? " (slack)" : ""}`)
          .join(", ")}
      </b>
    </p>
  );
};

const ByTorque = ({ tensions }: { tensions: readonly SpokeTension[] }) => {
  const easiest = tensions
    .flatMap((t, i) => (t.torque === null ? [] : [{ spoke: i + 1, torque: t.torque }]))
    .sort((a, b) => a.torque - b.torque);
  if (easiest.length < 2) return null;
  return (
    <p className="pt-3">
      By nipple torque, easiest first:{" "}
      <b className="font-mono">
        {easiest
          .slice(0, NAMED)
          .map((t) => t.spoke)
          .join(", ")}
      </b>
      . Half of it is friction: an order, no measure.
    </p>
  );
};
