import type { Settings } from "@/core/shop/settings";
import { SCHOOL_WORDS, SCHOOLS } from "@/core/truing/solving/schools";
import { readLength } from "@/core/units/read-number";

const DAY_NAMES = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];
/** One setting of the shop, and how it is changed. */
export interface ShopLine {
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

/** Asked beside the copies themselves, not among the rest. */
export const COPIES_LINE = "copiesFolder";

/** What holds for the shop, a line each. */
export const shopLines = (settings: Settings): readonly ShopLine[] => [
  {
    key: "shopName",
    label: "name on the sheet",
    value: settings.shopName,
    how: "as it prints",
    kind: "text",
    change: (t) => ({ shopName: t }),
  },
  {
    key: COPIES_LINE,
    label: "folder for the daily copies",
    value: settings.copiesFolder || "none",
    how: "of the machine the shop runs on, best on another disk; empty for the usual one",
    kind: "text",
    change: (t) => ({ copiesFolder: t }),
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
  ...(
    [
      ["hourlyRate", "an hour at the bench, for quotes", "without tax; 0 while none is told"],
      ["taxPercent", "tax on a quote, per cent", "0 for none"],
    ] as const
  ).map(([key, label, how]) => ({
    key,
    label,
    value: settings[key] === 0 ? "none" : String(settings[key]),
    how,
    kind: "number" as const,
    change: (t: string) => {
      const read = readLength(t, "mm");
      return read.ok && read.value >= 0 ? { [key]: read.value } : `“${t}” is no figure; 48 or 19 will do`;
    },
  })),
  {
    key: "currency",
    label: "money",
    value: settings.currency || "none",
    how: "as it stands behind a sum",
    kind: "text",
    change: (t) => ({ currency: t }),
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
    key: "listDecimal",
    label: "figures in lists for a spreadsheet",
    value: settings.listDecimal === "comma" ? "0,635" : "0.635",
    how: "as your spreadsheet writes them: the wrong sign makes 635 of 0.635; either is read",
    kind: "number",
    choices: [
      { value: "point", label: "0.635, commas between" },
      { value: "comma", label: "0,635, semicolons between" },
    ],
    change: (t) => ({ listDecimal: t as Settings["listDecimal"] }),
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
