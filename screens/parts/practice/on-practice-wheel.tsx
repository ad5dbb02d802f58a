"use client";
import type { ReadingKind } from "@/core/rounds/reading";
import { NEWTON_PER } from "@/core/units/forces";
import { useForce } from "../kept/kept-choice";
import { PracticeDial } from "./practice-dial";
import { useOnStand } from "./use-on-stand";

/** What a gauge is marked in, and what it shows at so many newtons. */
interface GaugeScale {
  readonly unit: string;
  readonly shows: (newton: number) => number;
}

interface OnPracticeWheelProps {
  readonly jobId: string;
  readonly spoke: number;
  readonly what: ReadingKind;
  readonly scale?: GaugeScale;
}

/** What the instrument in hand shows at this spoke of the practice wheel. */
export const OnPracticeWheel = ({ jobId, spoke, what, scale }: OnPracticeWheelProps) => {
  const [force] = useForce();
  // Else in what tensions are typed in at this tablet.
  const usual = { unit: force, shows: (newton: number) => newton / NEWTON_PER[force] };
  if (what === "lateral" || what === "far-edge" || what === "radial" || what === "offset")
    return <PracticeDial jobId={jobId} spoke={spoke} what={what} />;
  return <PracticeGauge jobId={jobId} spoke={spoke} torque={what === "torque"} scale={scale ?? usual} />;
};

const PracticeGauge = ({
  jobId,
  spoke,
  torque,
  scale,
}: {
  jobId: string;
  spoke: number;
  torque: boolean;
  scale: GaugeScale;
}) => {
  const data = useOnStand(jobId, spoke);
  if (!data) return null;
  const shown = torque ? data.torque.toFixed(2) : scale.shows(data.tension).toFixed(scale.unit === "N" ? 0 : 1);
  const unit = torque ? "Nm" : scale.unit;
  const name = torque ? "the torque key stands at" : "the gauge stands at";
  return (
    <svg viewBox="-52 -32 104 64" className="mx-auto h-full max-h-96 w-full" role="img" aria-label={`${name} ${shown}`}>
      <rect x="-50" y="-30" width="100" height="60" rx="3" fill="none" stroke="var(--color-ink)" strokeWidth="1.5" />
      <text x="0" y="8" fontSize="22" fontWeight="700" textAnchor="middle" fill="var(--color-ink)">
        {shown}
      </text>
      <text x="0" y="22" fontSize="8" textAnchor="middle" fill="var(--color-ink)">
        {unit}
      </text>
    </svg>
  );
};
