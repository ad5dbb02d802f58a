import type { Heard } from "@/core/spin/heard";

/** ms that are seen. */
const SEEN = 20_000;

/** What the gauge shows while the wheel turns, newest at the right. @param places behind its point */
export const RunningTrace = ({ heard, places }: { heard: readonly Heard[]; places: number }) => {
  const last = heard.at(-1);
  const seen = last ? heard.filter((h) => h.at > last.at - SEEN) : [];
  const [low, high] = [Math.min(...seen.map((h) => h.mm)), Math.max(...seen.map((h) => h.mm))];
  const middle = (low + high) / 2;
  const half = Math.max(0.1, (high - low) / 2) * 1.1;
  const y = (mm: number) => 200 - (180 * (mm - middle)) / half;
  return (
    <div className="relative min-h-0 flex-1">
      <svg viewBox="0 0 1000 400" preserveAspectRatio="none" className="h-full w-full" aria-hidden>
        <line x1="0" x2="1000" y1="200" y2="200" stroke="var(--color-grid)" />
        {last && seen.length > 1 && (
          <path
            d={`M${seen.map((h) => `${(1000 - (1000 * (last.at - h.at)) / SEEN).toFixed(1)} ${y(h.mm).toFixed(1)}`).join("L")}`}
            fill="none"
            stroke="var(--color-ink)"
            strokeWidth="2.5"
            vectorEffect="non-scaling-stroke"
          />
        )}
      </svg>
      <p className="absolute top-4 left-4 font-mono text-6xl" data-testid="gauge-shows">
        {last ? `${last.mm < 0 ? "−" : "+"}${Math.abs(last.mm).toFixed(places)}` : "–"}
      </p>
    </div>
  );
};
