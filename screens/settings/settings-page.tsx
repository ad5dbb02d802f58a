"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { ArchivePreview } from "@/core/shop/archive-preview";
import type { Settings } from "@/core/shop/settings";
import type { GaugeTable } from "@/core/tension/gauge-table";
import { SCHOOL_WORDS, SCHOOLS } from "@/core/truing/schools";
import { nextForce } from "@/core/units/forces";
import { readLength } from "@/core/units/read-number";
import { EntryBar } from "../parts/entry-bar";
import { DIAL_KINDS, UNITS, useDial, useForce, useUnit, useVoice } from "../parts/kept-choice";
import { ListImport } from "../parts/list-import";
import { send } from "../parts/outbox";
import { ShopBar } from "../parts/shop-bar";
import { DIALS } from "../true/dials";
import { PedalKey } from "./pedal-key";

const DAY_NAMES = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];
interface Line {
  readonly key: string;
  readonly label: string;
  readonly value: string;
  readonly how: string;
  readonly kind: "text" | "number";
  readonly choices?: readonly { readonly value: string; readonly label: string }[];
  readonly change: (typed: string) => Partial<Settings> | string;
}

/** `9:30`, `9.5` or `9` o'clock or hours, in minutes. */
const clockMinutes = (typed: string): number | null => {
  const clock = /^(\d{1,2}):(\d{2})$/.exec(typed.trim());
  if (clock) return Number(clock[1]) * 60 + Number(clock[2]);
  const read = readLength(typed, "mm");
  return read.ok ? Math.round(read.value * 60) : null;
};
const asClock = (minutes: number) => `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, "0")}`;

/** What holds for the shop, and what this tablet keeps for itself; a job read in from a file. */
export const SettingsPage = ({ settings, gauges }: { settings: Settings; gauges: readonly GaugeTable[] }) => {
  const router = useRouter();
  const [active, setActive] = useState<string | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const [unit, setUnit] = useUnit();
  const [force, setForce] = useForce();
  const [voice, setVoice] = useVoice();
  const [dial, setDial] = useDial();
  const [archive, setArchive] = useState<{ file: File; preview: ArchivePreview } | null>(null);
  const lines: readonly Line[] = [
    {
      key: "shopName",
      label: "name on the sheet",
      value: settings.shopName,
      how: "as it prints",
      kind: "text",
      change: (t) => ({ shopName: t }),
    },
    {
      key: "shopAddress",
      label: "address on the sheet",
      value: settings.shopAddress || "none",
      how: "in one line",
      kind: "text",
      change: (t) => ({ shopAddress: t }),
    },
    ...DAY_NAMES.map((d, i) => ({
      key: `day${i}`,
      label: `bench hours, ${d}`,
      value: asClock(settings.benchMinutes[i]),
      how: "hours at the bench, as 6 or 5:30; 0 for a closed day",
      kind: "number" as const,
      change: (t: string) => {
        const m = clockMinutes(t);
        return m === null
          ? `“${t}” is no time; 6, 5:30 or 5.5 will do`
          : { benchMinutes: settings.benchMinutes.map((x, k) => (k === i ? m : x)) };
      },
    })),
    {
      key: "opensAt",
      label: "bench opens at",
      value: asClock(settings.opensAt),
      how: "o'clock, as 9 or 8:30",
      kind: "number",
      change: (t) => {
        const m = clockMinutes(t);
        return m === null ? `“${t}” is no time; 9 or 8:30 will do` : { opensAt: m };
      },
    },
    {
      key: "timeZone",
      label: "time zone",
      value: settings.timeZone,
      how: "such as Europe/Berlin",
      kind: "text",
      change: (t) => ({ timeZone: t }),
    },
    {
      key: "recheckDays",
      label: "look at it again after",
      value: settings.recheckDays === 0 ? "never" : `${settings.recheckDays} days`,
      how: "days after handing back; 0 for never",
      kind: "number",
      change: (t) =>
        Number.isInteger(Number(t)) && t !== "" ? { recheckDays: Number(t) } : `“${t}” is not a whole number of days`,
    },
    {
      key: "tolerance",
      label: "how true, for a new job",
      value: settings.tolerance,
      how: "it can be changed at every wheel",
      kind: "number",
      choices: ["service", "shop", "show", "race"].map((v) => ({ value: v, label: v })),
      change: (t) => ({ tolerance: t as Settings["tolerance"] }),
    },
    {
      key: "school",
      label: "how nipples are worked",
      value: SCHOOL_WORDS[settings.school].label,
      how: `${SCHOOL_WORDS[settings.school].why}; it can be changed at every wheel`,
      kind: "number",
      choices: SCHOOLS.map((v) => ({ value: v, label: SCHOOL_WORDS[v].label })),
      change: (t) => ({ school: t as Settings["school"] }),
    },
    {
      key: "sideA",
      label: "one side is called",
      value: settings.sideA,
      how: "for a new job, until it is told otherwise",
      kind: "text",
      change: (t) => ({ sideA: t }),
    },
    {
      key: "sideB",
      label: "the other side",
      value: settings.sideB,
      how: "for a new job, until it is told otherwise",
      kind: "text",
      change: (t) => ({ sideB: t }),
    },
    {
      key: "sounds",
      label: "sound and flash when taken, and in doubt",
      value: settings.sounds ? "on" : "off",
      how: "a high tone for taken, two low ones for a doubt",
      kind: "number",
      choices: [
        { value: "on", label: "on" },
        { value: "off", label: "off" },
      ],
      change: (t) => ({ sounds: t === "on" }),
    },
    {
      key: "theme",
      label: "looks",
      value: settings.theme,
      how: "paper by day, night under a lamp, or as the tablet has it",
      kind: "number",
      choices: [
        { value: "auto", label: "as the tablet" },
        { value: "paper", label: "paper" },
        { value: "night", label: "night" },
      ],
      change: (t) => ({ theme: t as Settings["theme"] }),
    },
  ];
  const line = lines.find((l) => l.key === active);
  const put = async (change: Partial<Settings> | string) => {
    if (typeof change === "string") return setMessage(change);
    const sent = await send("/api/settings", change, "PATCH");
    if (!sent.ok) return setMessage(sent.message);
    setMessage(null);
    setActive(null);
    router.refresh();
  };
  const readArchiveFile = async (file: File | undefined, take: boolean) => {
    if (!file) return;
    const response = await fetch(`/api/archive${take ? "?take=yes" : ""}`, { method: "POST", body: file });
    const answer = await response.json();
    if (!response.ok) {
      setArchive(null);
      return setMessage(answer.error?.message ?? "not taken");
    }
    setMessage(take ? `${answer.mark} is taken in.` : null);
    setArchive(take ? null : { file, preview: answer });
  };
  const row = "flex min-h-14 w-full items-center justify-between gap-4 border-b border-grid px-4 text-left text-lg";
  return (
    <div className="flex h-dvh flex-col">
      <ShopBar current="/settings" title="Settings" />
      <main className="grid min-h-0 flex-1 grid-cols-2 portrait:grid-cols-1">
        <div className="min-h-0 overflow-y-auto border-r border-grid">
          <h2 className="px-4 pt-3 pb-1 font-bold">The shop</h2>
          {lines.map((l) => (
            <button
              key={l.key}
              type="button"
              onClick={() => {
                setMessage(null);
                setActive(l.key);
              }}
              className={`${row} ${active === l.key ? "bg-ink text-paper" : ""}`}
            >
              <span>{l.label}</span>
              <b className="truncate">{l.value}</b>
            </button>
          ))}
        </div>
        <div className="min-h-0 overflow-y-auto">
          <h2 className="px-4 pt-3 pb-1 font-bold">This tablet</h2>
          <button
            type="button"
            className={row}
            onClick={() => setUnit(UNITS[(UNITS.indexOf(unit) + 1) % UNITS.length])}
          >
            <span>lengths in</span>
            <b>{unit}</b>
          </button>
          <button type="button" className={row} onClick={() => setForce(nextForce(force))}>
            <span>tension in</span>
            <b>{force}</b>
          </button>
          <button type="button" className={row} onClick={() => setVoice(voice === "on" ? "off" : "on")}>
            <span>walks spoken aloud</span>
            <b>{voice}</b>
          </button>
          <PedalKey className={row} />
          <h2 className="px-4 pt-5 pb-1 font-bold">Gauges</h2>
          <button
            type="button"
            className={row}
            onClick={() => setDial(DIAL_KINDS[(DIAL_KINDS.indexOf(dial) + 1) % DIAL_KINDS.length])}
          >
            <span>the rim is read at this tablet {DIALS[dial].words}</span>
            <b>{DIALS[dial].label}</b>
          </button>
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
          <h2 className="px-4 pt-5 pb-1 font-bold">A job from a file</h2>
          <label className={`${row} cursor-pointer focus-within:outline-3`}>
            <span>open a job's archive: what it would bring is told first</span>
            <b className="underline">choose</b>
            <input
              type="file"
              accept=".zip"
              className="sr-only"
              onChange={(e) => {
                void readArchiveFile(e.target.files?.[0], false);
                e.target.value = "";
              }}
            />
          </label>
          {archive && (
            <div className="px-4 py-3 text-lg" data-testid="archive">
              <p>
                Wheel <b>{archive.preview.mark}</b> of {archive.preview.customer || "no name"}:{" "}
                {Object.entries(archive.preview.rows)
                  .filter(([, n]) => n > 0)
                  .map(([t, n]) => `${n} ${t}`)
                  .join(", ")}
                .
                {archive.preview.markHere !== archive.preview.mark &&
                  ` ${archive.preview.mark} is another wheel's here: this one comes in as ${archive.preview.markHere}.`}
                {archive.preview.held > 0
                  ? ` ${archive.preview.held} of these are here already and stay as they are.`
                  : ""}
              </p>
              <button
                type="button"
                onClick={() => void readArchiveFile(archive.file, true)}
                className="mt-2 min-h-14 w-full bg-ink text-xl text-paper"
              >
                take it in
              </button>
            </div>
          )}
          {message && !active && <p className="px-4 py-2 text-lg font-bold">{message}</p>}
          <h2 className="px-4 pt-5 pb-1 font-bold">Lists</h2>
          <ListImport
            label="customers and their wheels from a list (CSV)"
            to="/api/lists/customers"
            className={row}
            onTaken={() => router.refresh()}
          />
          {[
            { href: "/api/lists/customers", label: "customers and their wheels (CSV)" },
            { href: "/api/stock/list", label: "stock (CSV)" },
            { href: "/diary.ics", label: "diary (iCalendar)" },
          ].map((l) => (
            <a key={l.href} href={l.href} className={row}>
              <span>{l.label}</span>
              <b className="underline">save</b>
            </a>
          ))}
          <p className="px-4 py-3 text-base">
            The whole shop in one file, pictures and all: npm run backup -- shop.sql.gz, and npm run restore --
            shop.sql.gz.
          </p>
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
