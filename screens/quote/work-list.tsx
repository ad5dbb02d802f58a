import type { ToldLine } from "@/core/shop/quote";

/** What was agreed, ticked off as it is done. */
export const WorkList = ({
  lines,
  done,
  onDone,
}: {
  lines: readonly ToldLine[];
  done: ReadonlySet<string>;
  onDone: (key: string, done: boolean) => void;
}) => (
  <section aria-label="list of work" className="mx-auto max-w-4xl">
    <h2 className="border-b-2 border-ink pb-2 text-2xl font-bold">
      Agreed: {lines.filter((l) => done.has(l.key)).length} of {lines.length} done
    </h2>
    <ul>
      {lines.map((l) => (
        <li key={l.key}>
          <button
            type="button"
            role="checkbox"
            aria-checked={done.has(l.key)}
            onClick={() => onDone(l.key, !done.has(l.key))}
            className="flex min-h-16 w-full items-center gap-4 border-b border-grid text-left text-xl outline-offset-[-4px]"
          >
            <svg width="30" height="30" viewBox="0 0 22 22" aria-hidden="true" className="shrink-0">
              <path
                d={done.has(l.key) ? "M2 2h18v18H2ZM6 11l4 4 7-8" : "M2 2h18v18H2Z"}
                fill="none"
                stroke="currentColor"
                strokeWidth="2.2"
              />
            </svg>
            <span className="min-w-0 flex-1">{l.label}</span>
            <span className="font-mono">{l.count}</span>
          </button>
        </li>
      ))}
    </ul>
  </section>
);
