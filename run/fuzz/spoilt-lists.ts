import type { Chance } from "@/devices/random";
import { oddText, spoiltBytes } from "./spoilt";

const pick = <T>(luck: Chance, list: readonly T[]): T => list[Math.floor(luck.between(0, list.length))];

/** What happens to lists on their way through spreadsheets, editors and mail. */
const CHANGES: readonly ((luck: Chance, lines: readonly string[]) => readonly string[])[] = [
  (luck, lines) => lines.filter(() => luck.between(0, 1) < 0.85),
  (luck, lines) => lines.flatMap((l) => (luck.between(0, 1) < 0.2 ? [l, l] : [l])),
  (luck, lines) => lines.map((l) => (luck.between(0, 1) < 0.3 ? l.replace(/,/g, ";") : l)),
  (_, lines) => lines.map((l) => l.replace(/,/g, ";").replace(/(\d)\.(\d)/g, "$1,$2")),
  (_, lines) => lines.map((l) => l.replace(/,/g, "\t")),
  (luck, lines) => lines.map((l) => (luck.between(0, 1) < 0.3 ? l.replace(/\d+/, oddText(luck).slice(0, 60)) : l)),
  (luck, lines) => lines.map((l) => (luck.between(0, 1) < 0.2 ? l.replace(/[,;]/, '"') : l)),
  (luck, lines) => lines.map((l) => (luck.between(0, 1) < 0.3 ? `${l},${oddText(luck).slice(0, 40)}` : l)),
  (luck, lines) => lines.map((l) => l.replace(/\d(?=\d{3})/g, () => pick(luck, ["1.", "1,", "1 "]))),
  (luck, lines) => [...lines.slice(1), ...lines.slice(0, 1 + Math.floor(luck.between(0, 2)))],
  (luck, lines) =>
    lines.map((l) => (/^DT|^EX|^RR/.test(l) ? l.replace(/\d{2}/, () => pick(luck, ["99", "00", "31"])) : l)),
  (luck, lines) => lines.map((l) => (luck.between(0, 1) < 0.2 ? `${l.slice(0, 4)}\r\n ${l.slice(4)}` : l)),
  (_, lines) => ["sep=;", ...lines],
];

/** A list or calendar as it may come, in one of the ways programs write letters. */
export const spoiltList = (luck: Chance, good: string): Uint8Array => {
  let lines: readonly string[] = good.split(/\r?\n/);
  for (let i = 0; i < luck.between(0, 4); i++) lines = pick(luck, CHANGES)(luck, lines);
  const text = lines.join(pick(luck, ["\n", "\r\n", "\r"]));
  const bytes = pick(luck, [
    () => Buffer.from(text),
    () => Buffer.from(`\uFEFF${text}`),
    () => Buffer.from(`\uFEFF${text}`, "utf16le"),
    () => Buffer.from(text, "latin1"),
  ])();
  return luck.between(0, 1) < 0.3 ? spoiltBytes(luck, bytes) : bytes;
};
