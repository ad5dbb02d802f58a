"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { FIGURES } from "@/core/figures/all-figures";
import { checkFigure } from "@/core/figures/check-figure";
import { PRACTICE_LEVEL_NAMES, PRACTICE_LEVELS, type PracticeLevel } from "@/core/shop/practice-levels";
import { firstPlace } from "@/core/wheel/stages";
import { WhoField } from "../parts/bench/who-field";
import { changeRecord } from "../parts/kept/change-record";
import { saidOf } from "../parts/kept/sent";
import { send } from "../parts/kept/use-enter";
import { useOpenJob } from "../parts/kept/use-open-job";
import { useWho } from "../parts/kept/use-who";

const KINDS = [
  { kind: "rebuild", label: "Rebuild" },
  { kind: "broken-spoke", label: "Broken spoke" },
  { kind: "true-only", label: "True only" },
  { kind: "check-only", label: "Check only" },
] as const;
type Kind = (typeof KINDS)[number]["kind"];

/** What every practice wheel is made like: forty spokes on a full-width drum. */
const PRACTICE_WHEEL = { "rim.holes": "40", "rim.size": "18", "hub.kind": "full-width" } as const;

/** A customer is waiting: three things are told at once, the rest stands in as assumed. */
const AT_ONCE = [
  { name: "rim.holes", asks: "Holes:", choices: ["28", "32", "36", "40", "48"].map((v) => ({ value: v, label: v })) },
  {
    name: "rim.size",
    asks: "Rim, inches:",
    choices: ["16", "17", "18", "19", "20", "21"].map((v) => ({ value: v, label: v })),
  },
  { name: "hub.kind", asks: "Hub:", choices: FIGURES["hub.kind"].choices ?? [] },
];

/** A new wheel: its kind is chosen first; with a customer waiting three taps lead to the first reading. */
export const NewJob = () => {
  const router = useRouter();
  const [who] = useWho();
  const openJob = useOpenJob();
  const [message, setMessage] = useState<string | null>(null);
  const [job, setJob] = useState<{ readonly id: string; readonly kind: Kind } | null>(null);
  const [step, setStep] = useState(0);
  const [learning, setLearning] = useState(false);
  /** Opens a job. @returns its id; null where it could not, and why is said */
  const open = async (kind: Kind | "practice"): Promise<string | null> => {
    const { id, sent } = await openJob({ kind });
    setMessage(saidOf(sent));
    return sent.state === "taken" ? id : null;
  };
  const start = async (kind: Kind) => {
    const id = await open(kind);
    if (id === null) return;
    if (kind === "rebuild") return router.push(`/jobs/${id}/book-in`);
    setJob({ id, kind });
    setStep(0);
  };
  /** @returns whether it counts as told */
  const put = async (jobId: string, name: string, typed: string): Promise<boolean> => {
    const checked = checkFigure(name, typed, "mm");
    if (!checked.ok) return false;
    const { unit, value } = checked;
    const role = "new" as const;
    const figure = { id: crypto.randomUUID(), name, place: 0, role, typed, unit, value, method: "", who };
    const sent = await send({ what: "figure", jobId, figure });
    setMessage(saidOf(sent));
    return sent.state !== "refused";
  };
  const practise = async (level: PracticeLevel) => {
    const id = await open("practice");
    if (id === null) return;
    for (const [name, typed] of Object.entries(PRACTICE_WHEEL)) if (!(await put(id, name, typed))) return;
    // Another wheel each time.
    const mounted = await changeRecord(`/api/jobs/${id}/practice`, {
      seed: 1 + (Date.now() % 9973),
      level,
      who,
    });
    setMessage(saidOf(mounted));
    if (mounted.state === "taken") router.push(`/jobs/${id}/true`);
  };
  const go = () => job && router.push(`/jobs/${job.id}/${firstPlace(job.kind)}`);
  const tell = async (name: string, typed: string) => {
    if (!job) return;
    if (!(await put(job.id, name, typed))) return;
    if (step + 1 < AT_ONCE.length) setStep(step + 1);
    else go();
  };
  const asked = job ? AT_ONCE[step] : null;
  const keys = asked
    ? asked.choices.map((c) => ({ label: c.label, onTap: () => void tell(asked.name, c.value) }))
    : learning
      ? PRACTICE_LEVELS.map((level) => ({ label: PRACTICE_LEVEL_NAMES[level], onTap: () => void practise(level) }))
      : [
          ...KINDS.map((k) => ({ label: k.label, onTap: () => void start(k.kind) })),
          { label: "Practice", onTap: () => setLearning(true) },
        ];
  return (
    <section aria-label="a new wheel" className="shrink-0 border-t-2 border-ink">
      {message && (
        <p role="alert" className="px-4 py-2 text-lg font-bold">
          {message}
        </p>
      )}
      <div className="flex h-18 items-stretch portrait:h-36 portrait:flex-wrap max-sm:portrait:h-auto">
        <span className="flex items-center px-4 text-xl font-bold portrait:w-full max-sm:portrait:min-h-12">
          {asked?.asks ?? (learning ? "A wheel to learn on" : "A new wheel:")}
        </span>
        {learning && (
          <WhoField
            label="for"
            className="pr-4 text-lg max-sm:portrait:w-full max-sm:portrait:px-4"
            room="w-36 max-sm:portrait:flex-1"
          />
        )}
        {keys.map((k) => (
          <button
            key={k.label}
            type="button"
            onClick={k.onTap}
            className="flex-1 border-l border-rule text-2xl outline-offset-[-6px] max-sm:portrait:min-h-14 max-sm:portrait:basis-[30%] max-sm:portrait:border-t max-sm:portrait:text-lg"
          >
            {k.label}
          </button>
        ))}
        {learning && (
          <button
            type="button"
            onClick={() => setLearning(false)}
            className="flex-1 border-l border-rule text-xl outline-offset-[-6px]"
          >
            back
          </button>
        )}
        {asked && (
          <button
            type="button"
            onClick={() => (step + 1 < AT_ONCE.length ? setStep(step + 1) : go())}
            className="flex-1 border-l border-rule text-xl outline-offset-[-6px]"
          >
            not sure
          </button>
        )}
      </div>
    </section>
  );
};
