"use client";
import { useState } from "react";
import type { Settings } from "@/core/shop/settings";
import { may } from "@/core/shop/who-may";
import type { GaugeTable } from "@/core/tension/gauge-table";
import { EntryBar } from "../parts/bench/entry-bar";
import { InHandbook } from "../parts/frame/in-handbook";
import { PageLink } from "../parts/frame/page-link";
import { ShopBar } from "../parts/frame/shop-bar";
import { useAtDevice } from "../parts/kept/at-device";
import { changeRecord } from "../parts/kept/change-record";
import { saidOf } from "../parts/kept/sent";
import { useRefresh } from "../parts/kept/use-refresh";
import { ListImport } from "../parts/lists/list-import";
import { CableGauges } from "./cable-gauges";
import { Copies } from "./copies";
import { DemoLine } from "./demo-line";
import { GaugeLists } from "./gauge-lists";
import { COPIES_LINE, shopLines } from "./shop-lines";
import { TabletDial, TabletSettings } from "./tablet-settings";
import { TakeJob } from "./take-job";

const ROW = "flex min-h-14 w-full items-center justify-between gap-4 border-b border-grid px-4 text-left text-lg";
const HEADING = "px-4 pt-5 pb-1 font-bold";

/** Lists out. */
const LISTS = [
  { href: "/api/lists/customers", label: "customers and their wheels (CSV)" },
  { href: "/api/stock/list", label: "stock (CSV)" },
  { href: "/diary.ics", label: "diary (iCalendar)" },
];

interface SettingsPageProps {
  readonly settings: Settings;
  readonly gauges: readonly GaugeTable[];
  /** The invented workshop is here still. */
  readonly demo: boolean;
}

/** What holds for the shop, and what this tablet keeps for itself; a job read in from a file. */
export const SettingsPage = ({ settings, gauges, demo }: SettingsPageProps) => {
  const refresh = useRefresh();
  const at = useAtDevice();
  // What holds for the shop the owner says; everybody sees it.
  const mayChange = at === null || may(at.role, "owner");
  const [active, setActive] = useState<string | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const lines = shopLines(settings);
  const line = lines.find((l) => l.key === active);
  const put = async (change: Partial<Settings> | string) => {
    if (typeof change === "string") return setMessage(change);
    const sent = await changeRecord("/api/settings", change, "PATCH");
    setMessage(saidOf(sent));
    if (sent.state !== "taken") return;
    setActive(null);
    refresh();
  };
  return (
    <div className="flex h-dvh flex-col overflow-y-auto">
      <ShopBar current="/settings" title="Settings" />
      <main className="grid min-h-60 flex-1 grid-cols-2 portrait:grid-cols-1">
        <div className="min-h-0 overflow-y-auto border-r border-grid">
          <h2 className="px-4 pt-3 pb-1 font-bold">The shop</h2>
          {lines
            .filter((l) => l.key !== COPIES_LINE)
            .map((l) => (
              <button
                key={l.key}
                type="button"
                disabled={!mayChange}
                onClick={() => {
                  setMessage(null);
                  setActive(l.key);
                }}
                className={`${ROW} ${active === l.key ? "bg-ink text-paper" : ""}`}
              >
                <span>{l.label}</span>
                <b className="truncate">{l.value}</b>
              </button>
            ))}
        </div>
        <div className="min-h-0 overflow-y-auto">
          <PageLink href="/handbook" className={ROW}>
            <b>Handbook</b>
            <b className="underline">open</b>
          </PageLink>
          {at && (
            <PageLink href="/settings/people" className={ROW}>
              <b>People and devices</b>
              <b className="underline">open</b>
            </PageLink>
          )}
          <h2 className="px-4 pt-3 pb-1 font-bold">This tablet</h2>
          <TabletSettings row={ROW} />
          <h2 className={HEADING}>Gauges</h2>
          <TabletDial row={ROW} />
          <CableGauges row={ROW} />
          <GaugeLists gauges={gauges} row={ROW} />
          <h2 className={HEADING}>A job from a file</h2>
          <TakeJob row={ROW} />
          <h2 className={HEADING}>Lists</h2>
          <ListImport
            label="customers and their wheels from a list (CSV)"
            to="/api/lists/customers"
            className={ROW}
            onTaken={refresh}
          />
          <div className="px-4">
            <InHandbook at="files#lists" say="how lists are written: the handbook" />
          </div>
          {LISTS.map((l) => (
            <a key={l.href} href={l.href} className={ROW}>
              <span>{l.label}</span>
              <b className="underline">save</b>
            </a>
          ))}
          {mayChange && (
            <>
              <h2 className={HEADING}>Copies of the shop</h2>
              <div className="px-4">
                <InHandbook at="shop#moving-house" say="copies, and moving house: the handbook" />
              </div>
              <Copies
                row={ROW}
                onFolder={() => {
                  setMessage(null);
                  setActive(COPIES_LINE);
                }}
              />
            </>
          )}
          {mayChange && demo && (
            <>
              <h2 className={HEADING}>To look round in</h2>
              <DemoLine row={ROW} />
            </>
          )}
        </div>
      </main>
      {line && (
        <EntryBar
          key={line.key}
          prompt={line.label}
          how={line.how}
          kind={line.kind}
          choices={line.choices}
          start={line.kind === "text" ? (line.value === "none" ? "" : line.value) : ""}
          message={message}
          onTake={(typed) => void put(line.change(typed))}
          onClose={() => setActive(null)}
        />
      )}
    </div>
  );
};
