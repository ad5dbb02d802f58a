"use client";
import { useRouter } from "next/navigation";
import { DropdownMenu } from "radix-ui";
import { handbookAddress } from "@/core/shop/handbook";
import { STAGE_NAMES, STAGES, type Stage, type StageState } from "@/core/wheel/stages";
import { PageLink } from "@/screens/parts/frame/page-link";
import { changeRecord } from "../kept/change-record";
import { AtKey } from "./at-key";

/** How a stage stands, told by shape: filled done, ring next, bitten missing, bars waiting, split changed, dot ahead. */
export const StateShape = ({ state }: { state: StageState }) => (
  <>
    {state === "done" && (
      <path
        d="M11 2a9 9 0 1 1 0 18 9 9 0 0 1 0-18Z M6 11l4 4 7-8"
        fill="none"
        stroke="currentColor"
        strokeWidth="2.5"
      />
    )}
    {state === "next" && <path d="M3 3h16v16H3Z" fill="currentColor" />}
    {state === "missing" && <path d="M11 2v9h9a9 9 0 1 1-9-9Z" fill="none" stroke="currentColor" strokeWidth="2.5" />}
    {state === "waiting" && <path d="M5 3h4v16H5ZM13 3h4v16h-4Z" fill="none" stroke="currentColor" strokeWidth="2" />}
    {state === "changed" && <path d="M3 19V3l16 16Z" fill="currentColor" stroke="currentColor" />}
    {state === "ahead" && <circle cx="11" cy="11" r="4" fill="none" stroke="currentColor" strokeWidth="2" />}
  </>
);
const StateMark = ({ state, size = 22 }: { state: StageState; size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 22 22" aria-hidden="true" className="shrink-0">
    <StateShape state={state} />
  </svg>
);

const WORDS: Record<StageState, string> = {
  done: "done",
  next: "next",
  missing: "something missing",
  waiting: "waiting",
  changed: "changed since",
  ahead: "ahead",
};

interface StageBarProps {
  readonly jobId: string;
  readonly stages: readonly { readonly stage: Stage; readonly state: StageState }[];
  /** Null beside the order of work: at the quote. */
  readonly current: Stage | null;
  readonly job: string;
  readonly putAway: boolean;
}

/** The stations of this kind of job, one tap to any; the others behind one key. */
export const StageBar = ({ jobId, stages: needed, current, job, putAway }: StageBarProps) => {
  const router = useRouter();
  const away = async () => {
    const sent = await changeRecord(`/api/jobs/${jobId}/put-away`, { id: crypto.randomUUID(), away: true });
    if (sent.state === "taken") router.push(`/?away=${jobId}`);
  };
  const stages = STAGES.flatMap((stage) => {
    const known = needed.find((s) => s.stage === stage);
    return known ? [known] : stage === current ? [{ stage, state: "ahead" as const }] : [];
  });
  const others = STAGES.filter((s) => !stages.some((k) => k.stage === s));
  return (
    <nav
      aria-label="order of work"
      className="flex min-h-16 shrink-0 items-stretch border-b-2 border-ink portrait:min-h-26 portrait:flex-wrap max-sm:portrait:min-h-14 max-sm:portrait:flex-nowrap"
    >
      <PageLink
        href="/"
        className="flex w-56 min-w-12 items-center gap-2 truncate px-3 text-base portrait:h-13 portrait:w-full max-sm:portrait:h-auto max-sm:portrait:w-auto max-sm:portrait:flex-1"
        aria-label="all jobs"
      >
        <svg width="22" height="22" viewBox="0 0 22 22" aria-hidden="true" className="shrink-0">
          <path d="M13 4 6 11l7 7M6 11h13" fill="none" stroke="currentColor" strokeWidth="2.5" />
        </svg>
        <span className="truncate">{job}</span>
      </PageLink>
      <ol className="flex min-w-0 flex-1 items-stretch portrait:h-13 portrait:basis-full max-sm:portrait:h-auto max-sm:portrait:basis-auto">
        {stages.map(({ stage, state }) => (
          // On a phone only the present station stands here, the others behind the key.
          <li key={stage} className={`flex min-w-0 flex-1 ${stage === current ? "" : "max-sm:portrait:hidden"}`}>
            <PageLink
              href={`/jobs/${jobId}/${stage}`}
              aria-current={stage === current ? "step" : undefined}
              className={`flex min-w-0 flex-1 items-center justify-center gap-2 border-b-4 px-1 ${stage === current ? "border-ink font-bold" : "border-transparent"}`}
            >
              <StateMark state={state} />
              <span className="truncate">{STAGE_NAMES[stage]}</span>
              <span className="sr-only">, {WORDS[state]}</span>
            </PageLink>
          </li>
        ))}
        <li className="flex">
          <AtKey short className="max-sm:portrait:min-w-12" />
        </li>
        <li className="flex">
          <DropdownMenu.Root>
            <DropdownMenu.Trigger className="min-w-14 px-3 text-2xl" aria-label="other stages, and this job">
              <span className="max-sm:portrait:hidden">+</span>
              <svg
                width="26"
                height="22"
                viewBox="0 0 26 22"
                aria-hidden="true"
                className="hidden max-sm:portrait:block"
              >
                <path d="M2 11h22" stroke="currentColor" strokeWidth="2" />
                {[2, 10, 18].map((x) => (
                  <rect key={x} x={x} y="8" width="6" height="6" fill="currentColor" />
                ))}
              </svg>
            </DropdownMenu.Trigger>
            <DropdownMenu.Portal>
              <DropdownMenu.Content
                align="end"
                className="z-20 max-h-[85dvh] overflow-y-auto border-2 border-ink bg-paper"
              >
                {stages.map(({ stage, state }) => (
                  <DropdownMenu.Item key={`line-${stage}`} asChild>
                    <PageLink
                      href={`/jobs/${jobId}/${stage}`}
                      className="hidden min-h-14 min-w-60 items-center gap-3 border-b border-grid px-4 text-lg outline-offset-[-4px] max-sm:portrait:flex"
                    >
                      <StateMark state={state} />
                      {STAGE_NAMES[stage]}
                    </PageLink>
                  </DropdownMenu.Item>
                ))}
                {others.map((stage) => (
                  <DropdownMenu.Item key={stage} asChild>
                    <PageLink
                      href={`/jobs/${jobId}/${stage}`}
                      className="flex min-h-14 min-w-48 items-center border-b border-grid px-4 text-lg outline-offset-[-4px] last:border-b-0"
                    >
                      {STAGE_NAMES[stage]}
                    </PageLink>
                  </DropdownMenu.Item>
                ))}
                <DropdownMenu.Item asChild>
                  <PageLink
                    href={`/jobs/${jobId}/quote`}
                    className="flex min-h-14 min-w-48 items-center border-t border-grid px-4 text-lg outline-offset-[-4px]"
                  >
                    Quote and list of work
                  </PageLink>
                </DropdownMenu.Item>
                {current && (
                  <DropdownMenu.Item asChild>
                    <PageLink
                      href={handbookAddress(current)}
                      className="flex min-h-14 min-w-48 items-center border-t border-grid px-4 text-lg outline-offset-[-4px]"
                    >
                      Handbook: {STAGE_NAMES[current]}
                    </PageLink>
                  </DropdownMenu.Item>
                )}
                {!putAway && (
                  <DropdownMenu.Item
                    className="flex min-h-14 min-w-48 cursor-pointer items-center border-t-2 border-ink px-4 text-lg outline-offset-[-4px]"
                    onSelect={() => void away()}
                  >
                    put this job away
                  </DropdownMenu.Item>
                )}
              </DropdownMenu.Content>
            </DropdownMenu.Portal>
          </DropdownMenu.Root>
        </li>
      </ol>
    </nav>
  );
};
