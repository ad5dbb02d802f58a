import { useState } from "react";
import type { PlacedSpoke } from "@/core/lacing/placement";
import type { Taking } from "@/core/rounds/taking";
import type { Tolerance } from "@/core/runout/tolerance";
import { evennessOf } from "@/core/tension/evenness";
import type { SoundKind } from "@/core/tension/sounding";
import type { SpokeTension } from "@/core/tension/told";
import type { Tap } from "../parts/bench/bench-record";
import { spokenWords } from "../parts/bench/figure-shown";
import { useTensionShown } from "../parts/bench/use-tension-shown";
import { UnrolledRim } from "../parts/wheel/unrolled-rim";
import type { EntryWay } from "./entry-walk";
import { KnownBar } from "./known-bar";
import type { TensionRound } from "./tension-round";

/** The ways a wheel's tensions are walked through. */
export type ReadingWalk = "ear" | "squeeze" | EntryWay;

interface ReadViewProps {
  readonly kinds: readonly SoundKind[];
  readonly spokes: readonly PlacedSpoke[];
  readonly names: Readonly<Record<"A" | "B", string>>;
  readonly tensions: readonly SpokeTension[];
  /** The round that is shown; null before anything was read. */
  readonly shown: TensionRound | null;
  /** N on each side. */
  readonly wanted: Readonly<Record<"A" | "B", number>>;
  readonly tolerance: Tolerance;
  readonly picked: number;
  readonly onPick: (spoke: number) => void;
  readonly message: string | null;
  readonly figures: readonly string[];
  readonly tap: Tap;
  readonly onTake: (taking: Taking) => void;
  readonly onBegin: (way: ReadingWalk) => void;
}

const captionOf = (wanted: string) => ({ long: `wanted ${wanted}, 20 % either way`, short: `${wanted} ±20 %` });

/** What every spoke holds as far as it was read, the picked one in figures, and the ways of reading on. */
export const ReadView = (props: ReadViewProps) => {
  const { kinds, spokes, names, tensions, shown, wanted, tolerance, picked, message, figures, tap } = props;
  const { onPick, onTake, onBegin } = props;
  const [known, setKnown] = useState(false);
  const { unit: force, say: show } = useTensionShown();
  const n = spokes.length;
  const newtons = tensions.map((t) => t.tension);
  const mine = tensions[picked - 1];
  const relative = newtons.every((t) => t === null) && tensions.some((t) => t.cents !== null);
  const even = evennessOf(kinds, relative ? tensions.map((t) => t.note || null) : newtons);
  const level = tensions.map((t, i) =>
    t.tension !== null ? t.tension / wanted[spokes[i].flange] : t.cents !== null ? 1 + t.cents / 500 : null,
  );
  const edge = (which: "low" | "high") =>
    tensions.map((t, i) =>
      t.tension === null || t[which] === null ? null : (t[which] ?? 0) / wanted[spokes[i].flange],
    );
  const kindOf = kinds.findIndex((k) => k.spokes.includes(picked));
  return (
    <>
      <div className="min-h-0 flex-1">
        <UnrolledRim
          spokes={spokes}
          now={{
            lateral: shown?.lateral ?? tensions.map(() => null),
            radial: shown?.radial ?? tensions.map(() => null),
            tension: newtons,
          }}
          band={tolerance}
          wantedTension={wanted}
          names={names}
          picked={picked}
          onPick={onPick}
          strings={{
            level,
            low: edge("low"),
            high: edge("high"),
            marked: even.flatMap((e) => e.outliers),
            band: 0.2,
            caption: relative
              ? {
                  A: { long: "cents from the middle of its kind, 100 either way", short: "±100 cents" },
                  B: { long: "not calibrated: like with like", short: "like with like" },
                }
              : { A: captionOf(show(wanted.A)), B: captionOf(show(wanted.B)) },
          }}
        />
      </div>
      <PickedTension
        picked={picked}
        n={n}
        tension={mine}
        shown={show}
        onPick={onPick}
        onKnown={kindOf >= 0 && (mine.note ?? 0) > 0 ? () => setKnown(true) : undefined}
      />
      {known && (
        <KnownBar
          spoke={picked}
          onTake={(known) => {
            onTake({ what: "known", spoke: picked, ...known });
            setKnown(false);
          }}
          onClose={() => setKnown(false)}
        />
      )}
      {message && (
        <p role="alert" className="border-t border-grid px-4 py-1 text-lg font-bold">
          {message}
        </p>
      )}
      {!known && <ReadingWays force={force} onBegin={onBegin} />}
      <div className="grid shrink-0 grid-cols-2 border-t border-grid text-base">
        {figures.map((name) => (
          <button
            key={name}
            type="button"
            onClick={() => tap.onTap(name)}
            className="flex min-h-12 items-center justify-between gap-2 border-r border-grid px-3"
          >
            {name === "spoke.inNipple" ? "spoke inside its nipple" : "thickness in the middle"}
            <b className="font-mono">{spokenWords(tap.shown(name))}</b>
          </button>
        ))}
      </div>
    </>
  );
};

interface PickedTensionProps {
  readonly picked: number;
  readonly n: number;
  readonly tension: SpokeTension;
  /** Newtons in the force the bench uses. */
  readonly shown: (newton: number) => string;
  readonly onPick: (spoke: number) => void;
  /** Its note was heard: its tension may be known otherwise. */
  readonly onKnown?: () => void;
}

/** One spoke in figures: what it holds, between what, its note, and what is doubtful of it. */
const PickedTension = ({ picked, n, tension, shown, onPick, onKnown }: PickedTensionProps) => (
  <div className="flex min-h-16 shrink-0 items-stretch border-t border-grid text-xl max-sm:portrait:flex-wrap">
    <button
      type="button"
      aria-label="previous spoke"
      onClick={() => onPick(((picked + n - 2) % n) + 1)}
      className="w-16 border-r border-rule text-3xl"
    >
      ‹
    </button>
    <p
      className="flex min-w-0 flex-1 items-center gap-5 truncate px-3 text-[26px] max-sm:portrait:flex-wrap max-sm:portrait:gap-x-3 max-sm:portrait:gap-y-0 max-sm:portrait:py-1 max-sm:portrait:text-xl max-sm:portrait:whitespace-normal"
      data-testid="picked"
    >
      <b className="font-mono">{picked}</b>
      {tension.tension !== null && (
        <b className="font-mono">{tension.tension === 0 ? "slack" : shown(tension.tension)}</b>
      )}
      {tension.low !== null && tension.high !== null && tension.high > 0 && (
        <span className="text-xl">
          {tension.tension === null ? "somewhere " : ""}
          {shown(tension.low)} to {shown(tension.high)}
        </span>
      )}
      {tension.note !== null && tension.note > 0 && (
        <span className="font-mono text-xl">
          {Math.round(tension.note)} Hz
          {tension.cents !== null
            ? `, ${tension.cents >= 0 ? "+" : "−"}${Math.abs(Math.round(tension.cents))} cents`
            : ""}
        </span>
      )}
      {tension.tension === null && tension.note === null && <span className="text-xl">not read</span>}
      {tension.doubt && <span className="truncate text-base">{tension.doubt}</span>}
    </p>
    {onKnown && (
      <button type="button" onClick={onKnown} className="border-l border-rule px-3 text-lg leading-tight">
        its tension
        <br />
        is known
      </button>
    )}
    <button
      type="button"
      aria-label="next spoke"
      onClick={() => onPick((picked % n) + 1)}
      className="w-16 border-l border-rule text-3xl"
    >
      ›
    </button>
  </div>
);

interface ReadingWaysProps extends Pick<ReadViewProps, "onBegin"> {
  readonly force: string;
}

const ReadingWays = ({ force, onBegin }: ReadingWaysProps) => (
  <div className="flex min-h-18 shrink-0 flex-wrap items-stretch border-t-2 border-ink text-lg">
    <button
      type="button"
      onClick={() => onBegin("ear")}
      className="flex-auto bg-ink px-2 text-2xl text-paper outline-offset-[-8px]"
    >
      by ear
    </button>
    <button type="button" onClick={() => onBegin("gauge")} className="flex-auto border-r border-rule px-1">
      by gauge
    </button>
    <button type="button" onClick={() => onBegin("tension")} className="flex-auto border-r border-rule px-1">
      in {force}
    </button>
    <button type="button" onClick={() => onBegin("squeeze")} className="flex-auto border-r border-rule px-1">
      by hand
    </button>
    <button type="button" onClick={() => onBegin("torque")} className="flex-auto border-r border-rule px-1">
      torque
    </button>
  </div>
);
