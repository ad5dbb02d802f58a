"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { drawnAbout, drawnScale } from "@/core/runout/drawn";
import type { Visit, WheelHistory } from "@/core/shop/visit";
import { type Settled, settledBetween } from "@/core/truing/knowing/settled";
import { firstPlace } from "@/core/wheel/stages";
import { PageLink } from "@/screens/parts/frame/page-link";
import { ShopBar } from "../parts/frame/shop-bar";
import { useAtDevice } from "../parts/kept/at-device";
import { saidOf } from "../parts/kept/sent";
import { useOpenJob } from "../parts/kept/use-open-job";
import { CustomerLink } from "./customer-link";

const KINDS = [
  { kind: "check-only", label: "check" },
  { kind: "true-only", label: "true" },
  { kind: "broken-spoke", label: "broken spoke" },
  { kind: "rebuild", label: "rebuild" },
] as const;

/** Every visit of a wheel, what moved between leaving and coming back, and a new visit begun here. */
export const WheelPage = ({ history }: { history: WheelHistory }) => {
  const router = useRouter();
  const at = useAtDevice();
  const openJob = useOpenJob();
  const [message, setMessage] = useState<string | null>(null);
  const visits = [...history.visits].reverse();
  const again = async (kind: (typeof KINDS)[number]["kind"]) => {
    const { id, sent } = await openJob({ kind, wheelId: history.wheelId });
    setMessage(saidOf(sent));
    if (sent.state !== "taken") return;
    router.push(`/jobs/${id}/${firstPlace(kind)}`);
  };
  return (
    <div className="flex h-dvh flex-col overflow-y-auto">
      <ShopBar current="" title={`Wheel ${history.mark}`} />
      <main className="min-h-60 flex-1 overflow-y-auto p-4 text-lg">
        <p className="text-xl">
          {history.machine && `${history.machine}, `}
          <PageLink href={`/customers/${history.customerId}`} className="inline-flex min-h-12 items-center underline">
            {history.customer || "no name"}
          </PageLink>
        </p>
        <p className="pb-2 text-base">
          {visits.length} {visits.length === 1 ? "visit" : "visits"}. The code on its sheet opens this page,{" "}
          {at ? "on the shop’s own devices" : "on the shop’s own machine"} only.
        </p>
        <CustomerLink wheelId={history.wheelId} />
        {visits.map((v, i) => (
          <section key={v.jobId} className="border-t border-ink py-3" data-testid="visit">
            <h2 className="flex flex-wrap items-baseline gap-4 text-xl">
              <b>{v.opened}</b>
              <span>{v.kind.replace("-", " ")}</span>
              <span className="text-lg">{v.wanted}</span>
              <PageLink
                href={`/jobs/${v.jobId}/hand-back`}
                className="inline-flex min-h-12 min-w-12 items-center text-lg underline"
              >
                sheet
              </PageLink>
              <a
                href={`/api/jobs/${v.jobId}/archive`}
                className="inline-flex min-h-12 min-w-12 items-center text-lg underline"
              >
                everything as one file
              </a>
            </h2>
            <p>
              {v.found.tir === "" ? (
                "the rim was not read"
              ) : (
                <>
                  found at <b className="font-mono">{v.found.tir}</b>, left at{" "}
                  <b className="font-mono">{v.left.tir || "not read"}</b> (side to side, hop; the weld left out);{" "}
                  {v.rounds} {v.rounds === 1 ? "round" : "rounds"}, {v.nipplesTurned} turns made
                </>
              )}
              ;{" "}
              {v.finished ? (
                <>
                  handed back <span className="whitespace-nowrap">{v.finished}</span>
                  {v.signedBy ? ` by ${v.signedBy}` : ""}
                </>
              ) : (
                "on the bench"
              )}
              {v.recheckOn ? `; look at it again from ${v.recheckOn}` : ""}.
            </p>
            {visits[i + 1] && <Moved before={visits[i + 1]} after={v} />}
          </section>
        ))}
      </main>
      {message && (
        <p role="alert" className="px-4 py-2 font-bold">
          {message}
        </p>
      )}
      <section
        aria-label="it is back"
        className="flex min-h-18 shrink-0 items-stretch border-t-2 border-ink max-sm:portrait:flex-wrap"
      >
        <span className="flex items-center px-4 text-xl font-bold max-sm:portrait:min-h-12 max-sm:portrait:basis-full">
          It is back:
        </span>
        {KINDS.map((k) => (
          <button
            key={k.kind}
            type="button"
            onClick={() => void again(k.kind)}
            className="flex-1 border-l border-rule text-xl max-sm:portrait:min-h-14"
          >
            {k.label}
          </button>
        ))}
      </section>
    </div>
  );
};

/** What was done on a visit, in words. */
const done = (v: Visit): string => {
  const destressed =
    v.destressed === 0
      ? "never de-stressed"
      : `de-stressed ${["once", "twice"][v.destressed - 1] ?? `${v.destressed} times`}`;
  return `it had ${v.rounds} ${v.rounds === 1 ? "round" : "rounds"}, was ${destressed} and left at ${v.left.tir || "nothing read"}`;
};

/** What moved on the road: how it left drawn thin, how it came back drawn thick. */
const Moved = ({ before, after }: { before: Visit; after: Visit }) => {
  const lateral = settledBetween(before.left.lateral, after.found.lateral);
  const radial = settledBetween(before.left.radial, after.found.radial);
  if (lateral.places < 4)
    return <p className="text-base">Not read on both visits: what moved on the road cannot be told.</p>;
  const tension = before.leftTension.flatMap((t, i) => {
    const now = after.foundTension[i];
    return t && now !== null && now !== undefined ? [now / t - 1] : [];
  });
  const mean = tension.length > 0 ? tension.reduce((a, b) => a + b, 0) / tension.length : null;
  return (
    <div className="pt-1">
      <p data-testid="moved">
        Since it left: side to side moved up to <b className="font-mono">{lateral.moved.toFixed(2)}</b> mm (at{" "}
        {lateral.at}), hop <b className="font-mono">{radial.moved.toFixed(2)}</b> mm
        {mean === null ? "" : `, tension ${mean >= 0 ? "+" : "−"}${Math.abs(Math.round(mean * 100))} %`}.
        {mean !== null && mean < -0.1
          ? ` It came back loose: last time ${done(before)}; look at the threads and the heads' seats.`
          : ""}
      </p>
      <p className="flex items-center gap-6 pt-2 text-base" aria-hidden="true">
        {(["as it left", "as it came back"] as const).map((label, i) => (
          <span key={label} className="flex items-center gap-2">
            <span className={`w-10 border-ink ${i === 0 ? "border-t-[1.5px]" : "border-t-4"}`} />
            {label}
          </span>
        ))}
      </p>
      <Lines before={before.left.lateral} after={after.found.lateral} since={lateral} label="side to side" />
      <Lines before={before.left.radial} after={after.found.radial} since={radial} label="hop" />
    </div>
  );
};

const Lines = ({
  before,
  after,
  since,
  label,
}: {
  before: readonly (number | null)[];
  after: readonly (number | null)[];
  since: Settled;
  label: string;
}) => {
  const about = (line: readonly (number | null)[], middle: number) =>
    line.flatMap((v, i) => (v === null ? [] : [{ i, v: v - middle }]));
  // What did not move lies on itself: between the lines is what is said to have moved.
  const middle = drawnAbout(before);
  const a = about(before, middle);
  const b = about(after, since.places > 0 ? middle + since.shift : drawnAbout(after));
  const scale = drawnScale(Math.max(0, ...[...a, ...b].map((p) => Math.abs(p.v))));
  const n = Math.max(before.length, after.length);
  const x = (i: number) => 150 + ((i + 0.5) / n) * 840;
  const path = (line: readonly { i: number; v: number }[]) =>
    line.map((p, k) => `${k === 0 ? "M" : "L"}${x(p.i)} ${45 - (p.v / scale) * 36}`).join("");
  const numbered = Array.from({ length: n }, (_, i) => i).filter((i) => i === 0 || (i + 1) % 5 === 0);
  return (
    <svg
      viewBox="0 0 1000 108"
      className="w-full"
      role="img"
      aria-label={`${label}: as it left thin, as it came back thick`}
    >
      <text x="0" y="40" fontSize="18" fill="var(--color-ink)">
        {label}
      </text>
      <text x="0" y="62" fontSize="16" fill="var(--color-ink)">
        {scale} mm either way
      </text>
      <line x1="150" x2="990" y1="45" y2="45" stroke="var(--color-grid)" />
      {numbered.map((i) => (
        <text key={i} x={x(i)} y="104" fontSize="15" textAnchor="middle" fill="var(--color-ink)">
          {i + 1}
        </text>
      ))}
      <path d={path(a)} fill="none" stroke="var(--color-ink)" strokeWidth="1.5" />
      <path d={path(b)} fill="none" stroke="var(--color-ink)" strokeWidth="3" />
    </svg>
  );
};
