"use client";
import { useQuery } from "@tanstack/react-query";
import { PRACTICE_LEVEL_NAMES, PRACTICE_LEVELS } from "@/core/shop/practice-levels";
import type { TrainedScore } from "@/core/shop/practice-score";
import { PageLink } from "../../parts/frame/page-link";
import { getJson } from "../../parts/kept/get-json";

const day = (iso: string) =>
  new Date(`${iso}T12:00:00`).toLocaleDateString("en-GB", { day: "numeric", month: "short" });

/** What the same person trained on before, level by level, newest first. @param points of this wheel, as it stands now */
export const TrainedSoFar = ({ jobId, points }: { jobId: string; points: number }) => {
  const { data } = useQuery({
    queryKey: ["trained", points],
    queryFn: () => getJson<readonly TrainedScore[]>("/api/practice/trained"),
    placeholderData: (before) => before,
  });
  const here = data?.find((t) => t.jobId === jobId);
  if (!data || !here) return null;
  const own = data.filter((t) => t.who === here.who);
  return (
    <>
      <h2 className="pt-4 text-xl font-bold">{here.who === "" ? "Wheels so far" : `${here.who}’s wheels so far`}</h2>
      {here.who === "" && (
        <p className="max-w-3xl text-lg">
          Say who learns when a wheel is begun, and each one’s wheels stand for themselves.
        </p>
      )}
      <table className="w-full max-w-3xl text-left text-lg" aria-label="trained so far">
        <tbody>
          {PRACTICE_LEVELS.flatMap((level) => {
            const wheels = own.filter((t) => t.level === level);
            if (wheels.length === 0) return [];
            return (
              <tr key={level} className="border-b border-grid align-top">
                <th scope="row" className="py-2 pr-4 font-normal">
                  {PRACTICE_LEVEL_NAMES[level]}
                </th>
                <td className="py-2 pr-4">
                  best <b className="font-mono">{Math.max(...wheels.map((t) => t.score.points))}</b>
                </td>
                <td className="flex flex-wrap gap-x-5">
                  {wheels.map((t) => (
                    <PageLink
                      key={t.jobId}
                      href={`/jobs/${t.jobId}/true?tab=score`}
                      className={`inline-flex min-h-12 items-center ${t.jobId === jobId ? "font-bold" : "underline"}`}
                    >
                      {day(t.begun)}: {t.score.points}
                    </PageLink>
                  ))}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </>
  );
};
