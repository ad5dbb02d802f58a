"use client";
import { useOnStand } from "./use-on-stand";

/** N of a hand squeezing, over a spoke so long, mm: enough for the feel of it. */
const HAND = { force: 60, length: 170 };
/** mm a pair gives at most before it touches, and to what a hand can tell one from another. */
const MOST = 12;
const FELT = 0.25;

/** A string pulled aside in its middle gives by force times length over four times its pull. */
const gives = (newton: number): number =>
  Math.round(Math.min(MOST, (HAND.force * HAND.length) / (4 * Math.max(1, newton))) / FELT) * FELT;

/** What the hand would feel of the practice wheel: how far each of two pairs gives. */
export const PairsGive = ({ jobId, spokes }: { jobId: string; spokes: readonly [number, number] }) => (
  <div className="flex h-full flex-col justify-center gap-6 px-4">
    {spokes.map((spoke) => (
      <PairGives key={spoke} jobId={jobId} spoke={spoke} />
    ))}
  </div>
);

const PairGives = ({ jobId, spoke }: { jobId: string; spoke: number }) => {
  const data = useOnStand(jobId, spoke);
  if (!data) return null;
  const mm = gives(data.tension);
  return (
    <div role="img" aria-label={`${spoke} gives ${mm} mm`} className="text-2xl">
      <p>
        <b className="font-mono">{spoke}</b> gives <b className="font-mono">{mm}</b> mm
      </p>
      <svg viewBox="0 0 300 44" className="w-full" aria-hidden="true">
        <path d={`M4 22Q150 ${22 + mm * 3} 296 22`} fill="none" stroke="var(--color-ink)" strokeWidth="2.5" />
        <path d={`M4 22Q150 ${22 - mm * 3} 296 22`} fill="none" stroke="var(--color-ink)" strokeWidth="2.5" />
      </svg>
    </div>
  );
};
