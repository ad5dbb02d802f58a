"use client";
import { useState } from "react";
import { evennessOf } from "@/core/tension/evenness";
import { type SidesStanding, standingWords } from "@/core/tension/sides-standing";
import type { SoundKind } from "@/core/tension/sounding";
import type { StagedRound } from "@/core/tension/staging";
import type { SpokeTension } from "@/core/tension/told";
import { windUp } from "@/core/tension/wind-up";
import { turnWords } from "@/core/truing/saying/turn-words";
import type { Side, Wheel } from "@/core/wheel/wheel-file";
import type { Tap } from "../parts/bench/bench-record";
import { FigureList } from "../parts/bench/figure-list";
import { useTensionShown } from "../parts/bench/use-tension-shown";
import type { TensionRound } from "./tension-round";

interface RoundsViewProps {
  readonly wheel: Wheel;
  readonly kinds: readonly SoundKind[];
  readonly names: Readonly<Record<Side, string>>;
  readonly plan: readonly StagedRound[];
  /** Where the sides stand; null while nobody knows. */
  readonly standing: SidesStanding | null;
  readonly wanted: Readonly<Record<Side, number>>;
  readonly rounds: readonly TensionRound[];
  readonly figures: readonly string[];
  readonly tap: Tap;
  readonly message: string | null;
  readonly onTurn: (round: StagedRound) => void;
  readonly onRead: () => void;
  readonly onDestress: () => void;
  /** A planned round half walked. */
  readonly goOn: { readonly done: number; readonly of: number } | null;
  readonly onGoOn: () => void;
}

const signed = (x: number) => `${x < 0 ? "−" : "+"}${Math.abs(x).toFixed(2)}`;

/** Bringing it up: what is done first, the rounds to come with what each will do, and those behind. */
export const RoundsView = (props: RoundsViewProps) => {
  const shown = useTensionShown();
  const { wheel, kinds, names, plan, standing, wanted, rounds, tap, figures } = props;
  const { goOn, onGoOn, onTurn, onRead, onDestress } = props;
  const next = plan[0];
  const twist = kinds.map((k) =>
    windUp(next ? next.tension[k.flange] : wanted[k.flange], k.sounding.freeLength, wheel.spoke),
  );
  const most = Math.max(...twist.map((t) => t.dry));
  const least = Math.min(...twist.map((t) => t.greased));
  const past = rounds.filter((r) => r.entries.length > 0 || r.walked.length > 0 || r.destressed);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,5fr)_minmax(0,4fr)] portrait:grid-cols-1 portrait:grid-rows-2">
      <div className="flex min-h-0 flex-col border-r border-grid">
        <div className="min-h-0 flex-1 overflow-y-auto p-3 text-lg">
          <Standing standing={standing} wanted={wanted} names={names} />
          {standing && plan.length === 0 && (
            <p className="pt-3 text-xl font-bold">Up to tension: true it, de-stress, read again.</p>
          )}
          {plan.length > 0 && (
            <table className="mt-3 w-full">
              <thead>
                <tr className="border-b-2 border-ink text-left text-base">
                  <th className="py-1 font-normal">to</th>
                  <th className="text-right font-normal">{names.A}</th>
                  <th className="text-right font-normal">{names.B}</th>
                  <th className="text-right font-normal">becomes, {shown.unit}</th>
                  <th className="text-right font-normal">rim moves</th>
                </tr>
              </thead>
              <tbody>
                {plan.map((r) => (
                  <tr key={r.part} className="border-b border-grid align-top" data-testid="staged">
                    <td className="py-2 font-mono">{Math.round(r.part * 100)} %</td>
                    <td className="py-2 text-right font-mono">{turnWords(r.turns.A)}</td>
                    <td className="py-2 text-right font-mono">{turnWords(r.turns.B)}</td>
                    <td className="py-2 text-right font-mono">
                      {shown.figure(r.tension.A)}, {shown.figure(r.tension.B)}
                    </td>
                    <td className="py-2 text-right text-base">
                      <span className="font-mono">{signed(r.offset)}</span> across,{" "}
                      <span className="font-mono">{r.shrinks.toFixed(2)}</span> in
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {next && <p className="pt-2 text-base">After it: {next.after.join("; ")}.</p>}
          <p className="pt-2 text-base" data-testid="wind-up">
            {most < 1 / 60
              ? `Thick and short: at this tension these spokes twist no more than 1/${Math.round(1 / most)} of a turn with their nipples.`
              : `These spokes twist 1/${Math.round(1 / least)} to 1/${Math.round(1 / most)} of a turn with their nipples: turn that much past, and back.`}{" "}
            De-stressing lets go what is left.
          </p>
          {past.length > 0 && <Behind past={past} kinds={kinds} names={names} />}
        </div>
        {props.message && <p className="border-t border-grid px-3 py-1 text-lg font-bold">{props.message}</p>}
        <RoundKeys {...{ next, standing, tap, goOn, onGoOn, onTurn, onRead, onDestress }} />
      </div>
      <div className="min-h-0 overflow-y-auto">
        <FigureList figures={figures} names={names} tap={tap} />
      </div>
    </div>
  );
};

interface StandingProps extends Pick<RoundsViewProps, "standing" | "wanted" | "names"> {}

/** Where each side stands and how that is known. */
const Standing = ({ standing, wanted, names }: StandingProps) => {
  const { figure, say, unit } = useTensionShown();
  return standing ? (
    <p data-testid="standing">
      {(["A", "B"] as const).map((side, i) => (
        <span key={side}>
          {i === 0 ? "Now " : "; "}
          {names[side]} <b className="font-mono">{figure(standing[side].newton)}</b> {unit} (
          {standingWords(standing[side])})
        </span>
      ))}
      . Wanted <b className="font-mono">{figure(wanted.A)}</b> and <b className="font-mono">{figure(wanted.B)}</b>.
    </p>
  ) : (
    <p data-testid="standing">
      How tight it stands nobody has read yet. Freshly laced, every nipple where its thread disappears: say so below.
      Wanted <b className="font-mono">{figure(wanted.A)}</b> and <b className="font-mono">{say(wanted.B)}</b>.
    </p>
  );
};

interface RoundKeysProps
  extends Pick<RoundsViewProps, "standing" | "tap" | "goOn" | "onGoOn" | "onTurn" | "onRead" | "onDestress"> {
  readonly next: StagedRound | undefined;
}

const MAIN = "flex-[2] bg-ink px-2 text-paper outline-offset-[-8px]";

/** What is done next: a round turned, gone on with, or first what it would rest on. */
const RoundKeys = ({ next, standing, tap, goOn, onGoOn, onTurn, onRead, onDestress }: RoundKeysProps) => {
  const [asked, setAsked] = useState<number | null>(null);
  const asking = next?.unusual === true && asked === next.part;
  const row = "flex min-h-18 shrink-0 items-stretch border-t-2 border-ink text-xl";
  if (!standing && !goOn)
    return (
      <div className={row}>
        <button type="button" onClick={onRead} className="flex-1 border-r border-rule px-2">
          read it first
        </button>
        <button type="button" onClick={() => tap.put("tension.covered", "done")} className={MAIN}>
          threads just covered, nothing tight yet
        </button>
      </div>
    );
  if (asking)
    return (
      <div className={row} role="alert">
        <p className="flex-[2] px-3 py-1 text-lg leading-tight">
          That is more than a round turns, or takes tension off: one reading wrong would do it.
        </p>
        <button type="button" onClick={() => onTurn(next)} className="flex-1 border-l border-rule px-2">
          turn them all the same
        </button>
        <button type="button" onClick={onRead} className={MAIN}>
          read again first
        </button>
      </div>
    );
  return (
    <div className={row}>
      <button type="button" onClick={onDestress} className="flex-1 border-r border-rule px-2">
        de-stressed
      </button>
      {goOn && (
        <button type="button" onClick={onGoOn} className={MAIN}>
          go on at {goOn.done + 1} of {goOn.of}
        </button>
      )}
      {!goOn && next && (
        <button type="button" onClick={() => (next.unusual ? setAsked(next.part) : onTurn(next))} className={MAIN}>
          round to {Math.round(next.part * 100)} %, from the valve
        </button>
      )}
    </div>
  );
};

/** Rounds behind: sides' means before and after, so that what de-stressing took shows. */
const Behind = ({
  past,
  kinds,
  names,
}: {
  past: readonly TensionRound[];
  kinds: readonly SoundKind[];
  names: Readonly<Record<Side, string>>;
}) => {
  const { say, figure } = useTensionShown();
  const mean = (tensions: readonly SpokeTension[], side: Side): number | null => {
    const own = evennessOf(
      [{ ...kinds[0], key: side, spokes: kinds.filter((k) => k.flange === side).flatMap((k) => k.spokes) }],
      tensions.map((t) => t.tension),
    );
    return own[0]?.mean ?? null;
  };
  return (
    <ol className="mt-3 border-t border-ink text-base">
      {past.map((round, i) => {
        const text = (["A", "B"] as const).flatMap((side) => {
          const here = mean(round.tensions, side);
          const before = i > 0 ? mean(past[i - 1].tensions, side) : null;
          if (here === null) return [];
          const change =
            before === null
              ? ""
              : ` (${here >= before ? "+" : "−"}${Math.abs(Number(figure(here)) - Number(figure(before)))})`;
          return [`${names[side]} ${say(here)}${change}`];
        });
        const turned = round.walked.length;
        return (
          <li key={round.id} className="border-b border-grid py-2">
            round <b className="font-mono">{round.number}</b>
            {round.plan ? `, to ${Math.round(round.plan.part * 100)} %` : ""}: {text.join(", ") || "tension not read"}
            {turned > 0 ? `; ${turned} nipples turned` : ""}
            {round.destressed ? "; then de-stressed" : ""}
          </li>
        );
      })}
    </ol>
  );
};
