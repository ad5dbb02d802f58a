"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { type FinishAnswer, type FinishLine, notFinished } from "@/core/finish/finish";
import { CAUTIONS, type Sheet, sheetWords } from "@/core/sheet/sheet";
import { type SheetTrace, sheetTrace } from "@/core/sheet/trace";
import { EntryBar } from "../parts/entry-bar";
import { Groups } from "../parts/groups";
import { LedgerPanel } from "../parts/ledger-panel";
import { send } from "../parts/outbox";
import { FinishList } from "./finish-list";

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

/** The customer's sheet itself, as it will print; signed here. */
export const HandBack = ({
  jobId,
  sheet,
  changed,
  lines,
  answers,
  wheelId,
}: {
  jobId: string;
  sheet: Sheet;
  /** The record is no longer what was signed. */
  changed: boolean;
  lines: readonly FinishLine[];
  answers: Readonly<Record<string, FinishAnswer>>;
  wheelId: string;
}) => {
  const router = useRouter();
  const [signing, setSigning] = useState(false);
  const [message, setMessage] = useState<string | null>(null);
  const sign = async (name: string) => {
    if (name === "") return setMessage("a name is needed; who hands the wheel back?");
    const sent = await send(`/api/jobs/${jobId}/sheet`, { id: crypto.randomUUID(), signedBy: name });
    if (!sent.ok) return setMessage(sent.message);
    setSigning(false);
    router.refresh();
  };
  const { wheel, tolerance: t } = sheet;
  const words = sheetWords(sheet);
  const [tab, setTab] = useState<"finish" | "sheet">(sheet.signedBy ? "sheet" : "finish");
  // What was told just now counts before the record has come back with it.
  const [told, setTold] = useState<Readonly<Record<string, FinishAnswer>>>({});
  const all = { ...answers, ...told };
  const { stops, open } = notFinished(lines, all);
  return (
    <>
      <Groups
        groups={[
          { key: "finish", label: "Finish", doubted: stops.length > 0 },
          { key: "sheet", label: "The customer's sheet" },
        ]}
        current={tab}
        pages
        onChange={setTab}
      />
      {tab === "finish" && (
        <FinishList
          jobId={jobId}
          lines={lines}
          answers={all}
          onTold={(key, answer) => setTold((before) => ({ ...before, [key]: answer }))}
        />
      )}
      <div className={`min-h-0 flex-1 portrait:flex-col ${tab === "sheet" ? "flex" : "hidden"}`}>
        <div className="min-h-0 min-w-0 flex-1 overflow-y-auto p-4">
          <article aria-label="the customer's sheet" className="mx-auto max-w-3xl border border-rule px-8 py-5">
            <header className="flex items-baseline justify-between border-b-2 border-ink pb-2">
              <h1 className="text-3xl font-bold">Wheel {wheel.mark}</h1>
              <span className="font-mono text-lg">{sheet.date}</span>
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
                  <th scope="col" className="font-normal">
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
                    <th scope="row" className="py-1 text-left font-normal">
                      {l.label}
                    </th>
                    <td className="font-mono">{l.found}</td>
                    <td className="font-mono">{l.returned}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            <p className="mt-2 text-base">
              Tolerance chosen: {t.name}: {t.lateral} mm side to side, {t.radial} mm hop, {t.offset} mm offset, tension
              within {Math.round(t.tensionSpread * 100)} % of its side.
            </p>
            {sheet.trace && (
              <div className="mt-2">
                <Trace values={sheet.trace.lateral} limit={t.lateral} label="side to side" />
                <Trace values={sheet.trace.radial} limit={t.radial} label="hop" />
              </div>
            )}
            {[words.even, words.replaced].filter(Boolean).map((line) => (
              <p key={line} className="mt-2 text-base">
                {line}
              </p>
            ))}
            {sheet.notes.map((n) => (
              <p key={n} className="mt-1 text-base font-bold">
                {n}
              </p>
            ))}
            {sheet.assumed.length > 0 && (
              <p className="mt-2 text-base">Assumed, not measured: {sheet.assumed.join(", ")}.</p>
            )}
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
        </div>
        <LedgerPanel startFolded>
          <p>
            Every line comes from the record: as found from booking in or the first round, as returned from the last
            round read.
          </p>
        </LedgerPanel>
      </div>
      {changed && tab === "sheet" && (
        <p className="shrink-0 border-t border-grid px-4 py-2 text-lg" data-testid="changed">
          As it was handed over. The record has changed since; signed again, it is handed over anew.
        </p>
      )}
      {message && !signing && (
        <p role="alert" className="shrink-0 border-t border-grid px-4 py-2 text-lg font-bold">
          {message}
        </p>
      )}
      {signing ? (
        <EntryBar
          prompt="signed by"
          how="the name that stands under the sheet; the wheel is then handed back"
          kind="text"
          message={message}
          onTake={sign}
          takeKeys={[{ label: "sign", sign: 1 }]}
        />
      ) : (
        <div className="flex h-18 shrink-0 items-stretch border-t-2 border-ink">
          <Link
            href={`/wheels/${wheelId}`}
            className="flex flex-1 items-center justify-center border-r border-rule text-xl"
          >
            this wheel's history
          </Link>
          <a
            href={`/api/jobs/${jobId}/sheet`}
            target="_blank"
            rel="noreferrer"
            className="flex flex-1 items-center justify-center text-2xl"
          >
            print (PDF)
          </a>
          <button
            type="button"
            onClick={() => {
              if (stops.length > 0 || open.length > 0) {
                setTab("finish");
                setMessage(
                  stops.length > 0
                    ? `Not signed over: ${stops.map((l) => l.label).join(", ")}.`
                    : `Still to be looked at: ${open.map((l) => l.label).join(", ")}.`,
                );
              } else {
                setMessage(null);
                setSigning(true);
              }
            }}
            className="flex-[2] bg-ink text-2xl text-paper outline-offset-[-8px]"
          >
            {sheet.signedBy ? "sign again" : "sign and hand back"}
          </button>
        </div>
      )}
    </>
  );
};
