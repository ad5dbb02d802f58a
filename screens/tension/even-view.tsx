"use client";
import type { PlacedSpoke } from "@/core/lacing/placement";
import type { ElasticWheel } from "@/core/mechanics/elastic-wheel";
import { eveningOut, evennessOf } from "@/core/tension/evenness";
import { type HeardKind, heardTension } from "@/core/tension/note-range";
import type { SoundKind } from "@/core/tension/sounding";
import { rankByHand, type Squeeze } from "@/core/tension/squeeze";
import type { SpokeTension } from "@/core/tension/told";
import { turnsText } from "@/core/truing/saying/turn-words";
import type { Side } from "@/core/wheel/wheel-file";
import { SideMark } from "../parts/wheel/side-mark";
import { UnrolledRim } from "../parts/wheel/unrolled-rim";

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

const percent = (x: number) => `${Math.round(x * 100)} %`;

export const kindName = (kind: SoundKind, names: Readonly<Record<Side, string>>): string =>
  `${names[kind.flange]}, head ${kind.head === "out" ? "outside" : "inside"}${/\.\d/.test(kind.key) ? `, ${kind.length.toFixed(0)} mm` : ""}`;

/** How even each kind is, who stands out, and what evening them out would do before a key is touched. */
export const EvenView = (props: EvenViewProps) => {
  const { kinds, names, tensions, calibrated, pairs, spokes, wanted, elastic } = props;
  const newtons = tensions.map((t) => t.tension);
  const even = evennessOf(kinds, newtons);
  const byNote = evennessOf(
    kinds,
    tensions.map((t) => (t.tension === null && t.note ? t.note : null)),
  );
  const byTorque = evennessOf(
    kinds,
    tensions.map((t) => t.torque),
  );
  const felt = rankByHand(pairs);
  // Each side to the mean it has, so that nothing but evenness changes.
  const means = (["A", "B"] as const).map((side) => {
    const own = spokes.flatMap((s) => (s.flange === side ? (newtons[s.spoke - 1] ?? []) : []));
    return own.length > 0 ? own.reduce((a, b) => a + b, 0) / own.length : wanted[side];
  });
  const read = newtons.filter((t) => t !== null).length;
  const out =
    elastic && read > 3
      ? eveningOut(
          elastic,
          props.pitch,
          newtons,
          spokes.map((s) => means[s.flange === "A" ? 0 : 1]),
          props.lateral,
          props.radial,
        )
      : null;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,4fr)_minmax(0,5fr)] portrait:grid-cols-1 portrait:grid-rows-2">
      <div className="min-h-0 overflow-y-auto border-r border-grid p-3 text-lg">
        <table className="w-full">
          <thead>
            <tr className="border-b-2 border-ink text-left text-base">
              <th className="py-1 font-normal">spokes alike</th>
              <th className="text-right font-normal">mean</th>
              <th className="text-right font-normal">spread</th>
              <th className="text-right font-normal">worst</th>
              <th className="pl-3 text-right font-normal">stand out</th>
            </tr>
          </thead>
          <tbody>
            {kinds.map((k) => {
              const e = even.find((x) => x.key === k.key);
              const note = byNote.find((x) => x.key === k.key);
              const shown = e ?? note;
              const at = kinds.indexOf(k);
              const slope = note && !e && calibrated[at] ? heardTension(calibrated[at], note.median, 5).slope : null;
              return (
                <tr key={k.key} className="border-b border-grid">
                  <td className="flex items-center gap-2 py-2 text-base">
                    <SideMark side={k.flange} /> head {k.head === "out" ? "outside" : "inside"}
                    {/\.\d/.test(k.key) ? `, ${k.length.toFixed(0)} mm` : ""}
                  </td>
                  <td className="text-right font-mono whitespace-nowrap">
                    {e ? `${Math.round(e.mean)} N` : note ? `${Math.round(note.median)} Hz` : "–"}
                  </td>
                  <td className="text-right font-mono whitespace-nowrap">
                    {shown ? percent(shown.spread * (slope ?? 1)) : "–"}
                  </td>
                  <td className="text-right font-mono whitespace-nowrap">
                    {shown ? percent(shown.worst * (slope ?? 1)) : "–"}
                  </td>
                  <td className="pl-3 text-right font-mono text-base">
                    {shown?.outliers.map((s) => (
                      <button key={s} type="button" className="min-h-12 px-1 underline" onClick={() => props.onPick(s)}>
                        {s}
                      </button>
                    ))}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
        <p className="pt-2 text-base">
          Within 20 % is usual, within 10 % good. Two sides of a wheel with offset differ.
        </p>
        {byNote.length > 0 && (
          <p className="pt-2 text-base">
            Where notes are not calibrated, spread is tension reckoned from the note's own steepness; no newtons are
            told.
          </p>
        )}
        {felt.length > 0 && (
          <p className="pt-3" data-testid="felt">
            By hand, loosest first:{" "}
            <b className="font-mono">
              {felt
                .slice(0, 6)
                .map((f) => `${f.spoke}${f.slack ? " (slack)" : ""}`)
                .join(", ")}
            </b>
          </p>
        )}
        {byTorque.length > 0 && (
          <p className="pt-3">
            By nipple torque, easiest first:{" "}
            <b className="font-mono">
              {tensions
                .map((t, i) => ({ spoke: i + 1, torque: t.torque }))
                .filter((t): t is { spoke: number; torque: number } => t.torque !== null)
                .sort((a, b) => a.torque - b.torque)
                .slice(0, 6)
                .map((t) => t.spoke)
                .join(", ")}
            </b>
            . Half of it is friction: an order, no measure.
          </p>
        )}
      </div>
      <div className="flex min-h-0 flex-col">
        {out ? (
          <>
            <p className="shrink-0 border-b border-grid px-3 py-2 text-lg" data-testid="evening-out">
              Evened out{out.lateralTir && out.radialTir ? ", the wheel would go " : ""}
              {out.lateralTir && out.radialTir && (
                <>
                  side to side{" "}
                  <b className="font-mono">
                    {out.lateralTir.now.toFixed(2)} → {out.lateralTir.later.toFixed(2)}
                  </b>
                  , hop{" "}
                  <b className="font-mono">
                    {out.radialTir.now.toFixed(2)} → {out.radialTir.later.toFixed(2)}
                  </b>
                </>
              )}
              : most turned {turnsText(Math.round(Math.max(...out.turns.map(Math.abs)) * 16) / 16)}.{" "}
              {out.lateralTir && out.lateralTir.later > out.lateralTir.now + 0.1
                ? "Even spokes on a bent rim run out: True weighs the two."
                : ""}
            </p>
            <div className="min-h-0 flex-1">
              <UnrolledRim
                spokes={spokes}
                now={{ lateral: props.lateral, radial: props.radial, tension: newtons }}
                forecast={{
                  lateral: out.lateral,
                  radial: out.radial,
                  tension: newtons.map((t, i) => (t === null ? null : means[spokes[i].flange === "A" ? 0 : 1])),
                }}
                turns={out.turns.map((t) => Math.round(t * 8) / 8)}
                band={props.band}
                wantedTension={wanted}
                names={names}
                picked={props.picked}
                onPick={props.onPick}
              />
            </div>
          </>
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
