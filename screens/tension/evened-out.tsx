import type { PlacedSpoke } from "@/core/lacing/placement";
import type { EveningOut } from "@/core/tension/evenness";
import { turnsText } from "@/core/truing/saying/turn-words";
import type { Side } from "@/core/wheel/wheel-file";
import { UnrolledRim } from "../parts/wheel/unrolled-rim";

interface EvenedOutProps {
  readonly out: EveningOut;
  readonly spokes: readonly PlacedSpoke[];
  readonly names: Readonly<Record<Side, string>>;
  /** N as read, and the mean each side would be evened out to. */
  readonly newtons: readonly (number | null)[];
  readonly means: Readonly<Record<Side, number>>;
  readonly wanted: Readonly<Record<Side, number>>;
  readonly lateral: readonly (number | null)[];
  readonly radial: readonly (number | null)[];
  readonly band: { readonly lateral: number; readonly radial: number };
  readonly picked: number;
  readonly onPick: (spoke: number) => void;
}

/** What evening them out would do to the rim, before a key is touched. */
export const EvenedOut = (props: EvenedOutProps) => {
  const { out, spokes, names, newtons, means, wanted, lateral, radial, band, picked, onPick } = props;
  const { lateralTir, radialTir } = out;
  return (
    <>
      <p className="shrink-0 border-b border-grid px-3 py-2 text-lg" data-testid="evening-out">
        Evened out{lateralTir && radialTir ? ", the wheel would go " : ""}
        {lateralTir && radialTir && (
          <>
            side to side{" "}
            <b className="font-mono">
              {lateralTir.now.toFixed(2)} → {lateralTir.later.toFixed(2)}
            </b>
            , hop{" "}
            <b className="font-mono">
              {radialTir.now.toFixed(2)} → {radialTir.later.toFixed(2)}
            </b>
          </>
        )}
        : most turned {turnsText(Math.round(Math.max(...out.turns.map(Math.abs)) * 16) / 16)}.{" "}
        {lateralTir && lateralTir.later > lateralTir.now + 0.1
          ? "Even spokes on a bent rim run out: True weighs the two."
          : ""}
      </p>
      <div className="min-h-0 flex-1">
        <UnrolledRim
          spokes={spokes}
          now={{ lateral, radial, tension: newtons }}
          forecast={{
            lateral: out.lateral,
            radial: out.radial,
            tension: newtons.map((t, i) => (t === null ? null : means[spokes[i].flange])),
          }}
          turns={out.turns.map((t) => Math.round(t * 8) / 8)}
          band={band}
          wantedTension={wanted}
          names={names}
          picked={picked}
          onPick={onPick}
        />
      </div>
    </>
  );
};
