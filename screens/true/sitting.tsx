"use client";
import { useState } from "react";
import type { Figure } from "@/core/figures/figure";
import { SITTING_FIGURES, TIGHT_FIGURE } from "@/core/figures/truing";
import type { Entry, Taken } from "@/core/measurement/taken";
import { isLacedAnew } from "@/core/wheel/stages";
import { EntryBar } from "../parts/bench/entry-bar";
import { usePutFigure } from "../parts/kept/use-put-figure";
import type { RoundView } from "./round-view";

/** Hours after which a wheel is taken to have been off the stand. */
const SITTING_HOURS = 4;

const [TYRE, PLAY] = ["true.tyre", "true.play"].map((name) => SITTING_FIGURES.find((f) => f.name === name) as Figure);
const FELT = "felt";
/** Play and tyre in one question: whoever says where the wheel turns has rocked it. */
const TOGETHER: Pick<Figure, "label" | "how" | "choices"> = {
  label: "axle clamped, rim rocked: no play, and it turns",
  how: `${PLAY.how}. ${TYRE.how}`,
  choices: [...(TYRE.choices ?? []), { value: FELT, label: "play felt" }],
};

type RoundsSoFar = readonly Pick<RoundView, "tension" | "round" | "walked" | "advice">[];

/** The wheel itself has answered as one with slack spokes does. */
const answersSlack = (rounds: RoundsSoFar): boolean =>
  rounds.at(-1)?.advice?.reasons.some((r) => r.code === "answers-slack") ?? false;

/**
 * Whether it is asked how tight the wheel is: while that is not known, by reading or by hand. A customer's wheel that comes
 * to be trued is up to tension until somebody says otherwise, or the wheel does.
 */
export const asksTight = (kind: string, taken: Readonly<Record<string, Taken>>, rounds: RoundsSoFar): boolean =>
  (isLacedAnew(kind) || answersSlack(rounds)) &&
  taken[TIGHT_FIGURE.name] === undefined &&
  !rounds.some((r) => r.tension.some((t) => t !== null) || (r.round.plan !== null && r.walked.length > 0));

/** Whether it is asked in the middle of a sitting too: the wheel has said that it is not what it was taken for. */
export const doubtsTight = (kind: string, taken: Readonly<Record<string, Taken>>, rounds: RoundsSoFar): boolean =>
  answersSlack(rounds) && asksTight(kind, taken, rounds);

/** Are the questions of a sitting answered, not long ago? */
export const sittingStands = (
  taken: Readonly<Record<string, Taken>>,
  entries: Readonly<Record<string, readonly Entry[]>>,
): boolean =>
  ["true.tyre", "true.play"].every((name) => {
    const at = entries[name]?.at(-1)?.at;
    return taken[name] !== undefined && at !== undefined && Date.now() - Date.parse(at) < SITTING_HOURS * 3_600_000;
  });

/** Before the first reading of a sitting: tyre, thread, play, and how tight where nobody read it; asked once, a tap each. */
export const Sitting = ({
  jobId,
  askTight,
  stands,
  onDone,
  onClose,
}: {
  jobId: string;
  /** No tension is known, by reading or by hand. */
  askTight: boolean;
  /** The rest was answered not long ago. */
  stands: boolean;
  /** With what was answered; play felt means the readings would be worth nothing. */
  onDone: (answers: Readonly<Record<string, string>>) => void;
  onClose: () => void;
}) => {
  const [answers, setAnswers] = useState<Readonly<Record<string, string>>>({});
  const [message, setMessage] = useState<string | null>(null);
  // Those that stood open when this began: each answer counts at once, here or on another tablet, and no question may go for it.
  const [figures] = useState(() => [...(stands ? [] : SITTING_FIGURES), ...(askTight ? [TIGHT_FIGURE] : [])]);
  const put = usePutFigure(jobId);
  const unanswered = (given: Readonly<Record<string, string>>) =>
    given[PLAY.name] === "felt"
      ? []
      : figures.filter(
          (f) => given[f.name] === undefined && (!f.onlyIf || f.onlyIf.is.includes(given[f.onlyIf.figure] ?? "")),
        );
  const figure = unanswered(answers)[0];
  if (!figure) return null;
  const asked = figure.name === TYRE.name ? TOGETHER : figure;
  const take = async (typed: string) => {
    const value = typed === "" ? "0.5" : typed;
    // One tap answers both: where it turns says that no play was felt there.
    const given: Readonly<Record<string, string>> =
      asked !== TOGETHER
        ? { [figure.name]: value }
        : value === FELT
          ? { [PLAY.name]: FELT }
          : { [TYRE.name]: value, [PLAY.name]: "none" };
    for (const [name, answer] of Object.entries(given)) {
      const wrong = await put(name, answer);
      if (wrong) return setMessage(wrong);
    }
    const all = { ...answers, ...given };
    setMessage(null);
    setAnswers(all);
    if (unanswered(all).length === 0) onDone(all);
  };
  return (
    <EntryBar
      key={figure.name}
      prompt={asked.label}
      how={asked.how}
      kind="number"
      choices={asked.choices}
      message={message}
      onTake={(typed) => void take(typed)}
      onClose={onClose}
    />
  );
};
