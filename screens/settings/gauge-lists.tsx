import type { GaugeTable } from "@/core/tension/gauge-table";

/** The shop's tension gauges, each with its table as a list. */
export const GaugeLists = ({ gauges, row }: { gauges: readonly GaugeTable[]; row: string }) => (
  <>
    {gauges.map((g) => {
      const pulls = g.points.map((p) => p.tension);
      return (
        <a key={g.id} href={`/api/gauges/${g.id}/list`} className={row}>
          <span>
            {g.gauge}, {g.spoke}:{" "}
            {pulls.length === 0
              ? "no lines yet"
              : `${pulls.length} lines, ${Math.round(Math.min(...pulls))} to ${Math.round(Math.max(...pulls))} N`}
          </span>
          <b className="underline">save</b>
        </a>
      );
    })}
    {gauges.length === 0 && (
      <p className="px-4 py-2 text-base">No tension gauge has a table yet; a wheel's Tension stage takes one.</p>
    )}
  </>
);
