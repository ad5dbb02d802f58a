"use client";
import { useQuery } from "@tanstack/react-query";
import type { PlacedSpoke } from "@/core/lacing/placement";
import { HINT, type PracticeScore } from "@/core/shop/practice-score";
import { getJson } from "../parts/kept/get-json";
import { PlansSoFar } from "./own-plan/plans-so-far";
import { TrainedSoFar } from "./own-plan/trained-so-far";
import type { RoundView } from "./round-view";
import type { TrueOnPage } from "./use-true";

const Line = ({ label, value, beside }: { label: string; value: string; beside: string }) => (
  <tr className="border-b border-grid">
    <th scope="row" className="py-2 text-left text-xl font-normal">
      {label}
    </th>
    <td className="text-right font-mono text-2xl font-bold whitespace-nowrap">{value}</td>
    <td className="pl-4 text-base">{beside}</td>
  </tr>
);

const percent = (part: number): string => `${Math.round(100 * part)} %`;

interface ScoreViewProps {
  readonly job: TrueOnPage;
  readonly spokes: readonly PlacedSpoke[];
  readonly rounds: readonly RoundView[];
}

/** How the practice wheel really stands, which no dial tells: against the best it could be, and what it took. */
export const ScoreView = ({ job, spokes, rounds }: ScoreViewProps) => {
  const { jobId, changes, plans } = job;
  const { data, isError } = useQuery({
    queryKey: ["practice-score", jobId, changes],
    queryFn: () => getJson<PracticeScore>(`/api/jobs/${jobId}/practice/score`),
    placeholderData: (before) => before,
  });
  if (isError) return <p className="p-4 text-xl">The wheel on the stand cannot be looked at just now.</p>;
  if (!data) return <p className="p-4 text-xl">Looking at the wheel as it really stands …</p>;
  return (
    <section aria-label="score" className="min-h-0 flex-1 overflow-y-auto p-4">
      <p className="text-3xl font-bold" data-testid="points">
        {data.points} of 100
      </p>
      <table className="mt-2 w-full max-w-3xl">
        <tbody>
          <Line
            label="side to side"
            value={`${data.lateral.toFixed(2)} mm`}
            beside={`best to be had ${data.best.toFixed(2)}`}
          />
          <Line label="hop" value={`${data.radial.toFixed(2)} mm`} beside="no weld, no noise: as it really runs" />
          <Line
            label="how even"
            value={percent(data.spread)}
            beside="the farthest spoke from its side’s mean; 10 is good"
          />
          <Line label="how tight" value={percent(data.tight)} beside="of what is wanted" />
          <Line
            label="touches"
            value={String(data.touches)}
            beside={`${data.turns.toFixed(2)} turns in ${data.rounds} ${data.rounds === 1 ? "round" : "rounds"}`}
          />
          {plans && <Line label="hints" value={String(data.hints)} beside={`${HINT} points each`} />}
        </tbody>
      </table>
      <p className="max-w-3xl pt-3 text-lg">
        Half of it is for running true, three tenths for even spokes, two tenths for few touches; a slack wheel earns
        neither of the first two.
      </p>
      {plans && plans.length > 0 && <PlansSoFar plans={plans} spokes={spokes} rounds={rounds} />}
      {plans && <TrainedSoFar jobId={jobId} points={data.points} />}
    </section>
  );
};
