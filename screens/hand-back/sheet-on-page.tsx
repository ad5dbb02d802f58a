import { CAUTIONS, type Sheet, sheetWords } from "@/core/sheet/sheet";
import { type SheetTrace, sheetTrace } from "@/core/sheet/trace";

const Trace = ({ values, limit, label }: { values: readonly (number | null)[]; limit: number; label: string }) => {
  const drawn = sheetTrace(values, limit);
  if (!drawn) return null;
  const at = (p: SheetTrace["points"][number]) => ({ x: 130 + p.turn * 560, y: 44 - p.up * 38 });
  const band = drawn.band * 38;
  const weld = drawn.points.find((p) => p.weld);
  return (
    <svg viewBox="0 0 700 88" className="w-full" role="img" aria-label={`${label} as returned`}>
      <text x="0" y="42" fontSize="17" fill="var(--color-ink)">
        {label}
      </text>
      <text x="0" y="62" fontSize="14" fill="var(--color-ink)">
        {drawn.scale} mm either way
      </text>
      <rect
        x="130"
        y={44 - band}
        width="560"
        height={band * 2}
        fill="none"
        stroke="var(--color-rule)"
        strokeDasharray="2 4"
      />
      <polyline
        points={drawn.points.map((p) => `${at(p).x},${at(p).y}`).join(" ")}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth="2.5"
      />
      {weld && (
        <>
          <circle cx={at(weld).x} cy={at(weld).y} r="5" fill="none" stroke="var(--color-ink)" strokeWidth="1.2" />
          <text x={Math.min(at(weld).x + 9, 660)} y={at(weld).y + 5} fontSize="14" fill="var(--color-ink)">
            weld
          </text>
        </>
      )}
    </svg>
  );
};

/** The customer's sheet as it will print. */
export const SheetOnPage = ({ sheet }: { sheet: Sheet }) => {
  const { wheel, tolerance: t } = sheet;
  const words = sheetWords(sheet);
  return (
    <article aria-label="the customer's sheet" className="mx-auto max-w-3xl border border-rule px-8 py-5 max-sm:px-4">
      <header className="flex items-baseline justify-between gap-4 border-b-2 border-ink pb-2">
        <h2 className="text-3xl font-bold max-sm:text-2xl">Wheel {wheel.mark}</h2>
        <span className="font-mono text-lg whitespace-nowrap">{sheet.date}</span>
      </header>
      <p className="pt-2 text-lg">
        {[wheel.machine, wheel.place, `${wheel.holes} spokes`, wheel.work].filter(Boolean).join(", ")}
      </p>
      <p className="text-lg">{sheet.customer && `For ${sheet.customer}`}</p>
      <table className="mt-3 w-full text-base">
        <thead>
          <tr className="text-left">
            <th className="w-[34%]" scope="col">
              <span className="sr-only">what</span>
            </th>
            <th scope="col" className="pr-3 font-normal">
              as found
            </th>
            <th scope="col" className="font-normal">
              as returned
            </th>
          </tr>
        </thead>
        <tbody>
          {sheet.lines.map((l) => (
            <tr key={l.label} className="border-t border-grid">
              <th scope="row" className="py-1 pr-3 text-left font-normal">
                {l.label}
              </th>
              <td className="pr-3 font-mono">{l.found}</td>
              <td className="font-mono">{l.returned}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-base">
        Tolerance chosen: {t.name}: {t.lateral} mm side to side, {t.radial} mm hop, {t.offset} mm offset, tension within{" "}
        {Math.round(t.tensionSpread * 100)} % of its side.
      </p>
      {sheet.trace && (
        <div className="mt-2">
          <Trace values={sheet.trace.lateral} limit={t.lateral} label="side to side" />
          <Trace values={sheet.trace.radial} limit={t.radial} label="hop" />
        </div>
      )}
      {[words.even, words.replaced, words.assumed].filter(Boolean).map((line) => (
        <p key={line} className="mt-2 text-base">
          {line}
        </p>
      ))}
      {sheet.notes.map((n) => (
        <p key={n} className="mt-1 text-base font-bold">
          {n}
        </p>
      ))}
      <div className="mt-3 border-t border-ink pt-2 text-base">
        {[words.after, CAUTIONS.manual, CAUTIONS.drum, CAUTIONS.linings].map((c) => (
          <p key={c} className="mb-1">
            {c}
          </p>
        ))}
      </div>
      <p className="mt-6 w-72 border-b border-ink text-xl">{sheet.signedBy ?? "\u00a0"}</p>
      <p className="text-base">signed</p>
    </article>
  );
};
