"use client";
import { totalReading } from "@/core/runout/runout";
import { PLANS } from "@/core/shop/practice-plan";
import { spreadOf } from "@/core/tension/spread";
import type { Misread } from "@/core/truing/knowing/misread";
import type { Advice } from "@/core/truing/saying/advice";
import { reasonWords } from "@/core/truing/saying/reason-words";
import { withSideNames } from "@/core/wheel/side-names";
import { Doubt } from "../parts/bench/ledger-panel";
import { UnrolledRim } from "../parts/wheel/unrolled-rim";
import { MisreadPanel } from "./misread-panel";
import { PLAN_WORDS } from "./own-plan/plan-words";
import type { useOwnPlan } from "./own-plan/use-own-plan";
import { PickedSpoke } from "./picked-spoke";
import { RoundHeader } from "./round-header";
import type { RoundNow } from "./round-now";
import { emptyRound, type RoundView } from "./round-view";
import { SettledLine } from "./settled-line";
import type { useAltered } from "./use-altered";
import type { TrueNow } from "./use-true";

interface RimTabProps {
  readonly now: TrueNow;
  readonly here: RoundNow;
  /** The round it is compared with. */
  readonly before: RoundView | null;
  /** Null while none is shown: nothing read, or the own plan comes first. */
  readonly advice: Advice | null;
  readonly own: ReturnType<typeof useOwnPlan>;
  readonly plan: ReturnType<typeof useAltered>;
  readonly forecast: Readonly<Record<"lateral" | "radial" | "tension", readonly number[]>> | null;
  readonly misread: readonly Misread[];
  readonly picked: number;
  readonly message: string | null;
  readonly onPick: (spoke: number) => void;
  /** Reads one place alone. */
  readonly onRead: (spoke: number) => void;
  readonly onMend: (misread: Misread) => void;
  readonly onAsRead: () => void;
}

/** The rim laid flat: where it is, what it should become, the spoke under the finger and why it is turned. */
export const RimTab = (props: RimTabProps) => {
  const { now, here, before, advice, own, plan, forecast, misread, picked, message, onPick } = props;
  const { job, spokes, wanted, way } = now;
  const { round, read, turned, anyTension, settled } = here;
  const p = picked - 1;
  const { turns, alter } = own.planning ? own : plan;
  // A plan that stands beside others is turned as it is.
  const onTurn = own.planning || (advice && !own.stood) ? alter : undefined;
  // A wheel that is not what it was taken for is told before anything is turned, also where the screen is small.
  const slack = advice?.reasons.find((r) => r.code === "answers-slack");
  // The picked spoke's own reason; else the first, which says the most.
  const others = advice?.reasons.filter((r) => r !== slack);
  const reason = others?.find((r) => r.spokes.includes(picked)) ?? others?.[0];
  const masked = advice?.reasons.flatMap((r) => (r.code === "seam" || r.code === "outlier" ? r.spokes : [])) ?? [];
  const becomes = advice &&
    plan.toTurn > 0 && {
      lateral: forecast ? totalReading(forecast.lateral) : advice.forecast.lateralTir,
      radial: forecast ? totalReading(forecast.radial) : advice.forecast.radialTir,
      spread: anyTension ? spreadOf(spokes, (forecast ?? advice.forecast).tension) : null,
    };
  return (
    <>
      <RoundHeader round={read > 0 ? round : null} advice={advice} becomes={becomes || null} assumed={job.assumed} />
      {slack && (
        <div className="shrink-0 border-b border-grid px-4 pt-1 text-lg leading-snug">
          <Doubt>{reasonWords(slack)}</Doubt>
        </div>
      )}
      <div className="min-h-72 flex-1 max-sm:portrait:min-h-80 max-sm:portrait:shrink-0">
        <UnrolledRim
          spokes={spokes}
          now={round ?? emptyRound(spokes.length)}
          before={before}
          forecast={plan.toTurn > 0 ? forecast : null}
          turns={turns}
          onTurn={onTurn}
          plans={PLANS.flatMap((name) => {
            const one = own.stood?.plans[name];
            return one ? [{ ...one, label: PLAN_WORDS[name].short, chosen: own.stood?.chosen === name }] : [];
          })}
          masked={masked}
          band={way.tolerance}
          wantedTension={wanted}
          names={job.names}
          picked={picked}
          onPick={onPick}
        />
      </div>
      {misread.length > 0 && <MisreadPanel misread={misread} onMend={props.onMend} onKeep={props.onAsRead} />}
      {settled && advice && <SettledLine settled={settled} />}
      {own.planning && (
        <p aria-live="polite" className="shrink-0 border-t border-grid px-4 py-1 text-lg leading-snug">
          {own.hints.length > 0
            ? own.hints.join(" ")
            : "Plan it yourself first: pick a spoke, then − and + beside it, or drag along its string. What is advised, and what a hand would do, come after."}
        </p>
      )}
      {reason && misread.length === 0 && (
        <p className="line-clamp-2 shrink-0 border-t border-grid px-4 py-1 text-lg leading-snug">
          {withSideNames(reasonWords(reason), job.names)}
        </p>
      )}
      <PickedSpoke
        picked={picked}
        n={spokes.length}
        sideName={job.names[spokes[p].flange]}
        lean={spokes[p].lean}
        lateral={round?.lateral[p] ?? null}
        radial={round?.radial[p] ?? null}
        tension={anyTension ? (round?.tension[p] ?? null) : undefined}
        turn={onTurn ? turns[p] : null}
        stuck={way.stuck.includes(picked)}
        telling={advice?.reasons.find((r) => r.code === "unread")?.spokes[0] ?? null}
        onRead={read > 0 && turned === 0 ? () => props.onRead(picked) : undefined}
        onPick={onPick}
        onAlter={alter}
      />
      {message && (
        <p role="alert" className="border-t border-grid px-4 py-2 text-xl font-bold">
          {message}
        </p>
      )}
    </>
  );
};
