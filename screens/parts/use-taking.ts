"use client";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import { FIGURES } from "@/core/figures/all-figures";
import { checkFigure } from "@/core/figures/check-figure";
import { toolsFor } from "@/core/figures/tools";
import type { Entry, Taken } from "@/core/measurement/taken";
import { useUnit, useWho } from "./kept-choice";
import { send } from "./outbox";
import { signal } from "./signal";

/** Where the bench is: a figure, and the place of it where it is taken at several. */
export interface Active {
  readonly name: string;
  readonly place: number;
}

interface TakingOptions {
  readonly jobId: string;
  readonly taken: Readonly<Record<string, Taken>>;
  /** Every entry of each figure, oldest first. */
  readonly entries: Readonly<Record<string, readonly Entry[]>>;
  /** In the order they are asked. */
  readonly asked: readonly string[];
  /** Is there an answer already, of whatever kind? */
  readonly isTaken: (name: string) => boolean;
}

/** A figure just taken here, until the record shows it. */
export interface Fresh {
  readonly id: string;
  readonly typed: string;
  readonly unit: string;
  readonly value: number | null;
}

/**
 * Takes figures one after another: each is stored the moment it is taken, what is unlikely is kept with its doubt, what
 * somebody else took meanwhile is shown and asked.
 */
export const useTaking = ({ jobId, taken, entries, asked, isTaken }: TakingOptions) => {
  const router = useRouter();
  const [active, setActive] = useState<Active | null>(null);
  const [unit] = useUnit();
  const [who] = useWho();
  const [message, setMessage] = useState<string | null>(null);
  const [tool, setTool] = useState<Readonly<Record<string, string>>>({});
  const [doubted, setDoubted] = useState<string | null>(null);
  const [clash, setClash] = useState<{ readonly there: Entry; readonly here: string; readonly at: Active } | null>(
    null,
  );
  // What this page put down itself is newer than what the server drew it from, until that shows it too.
  const [fresh, setFresh] = useState<Readonly<Record<string, Fresh>>>({});
  const own = useRef<Record<string, Fresh>>({});
  const freshAt = (name: string, place: number, held = fresh): Fresh | undefined => {
    const mine = held[`${name}/${place}`];
    return mine && !entries[name]?.some((e) => e.id === mine.id) ? mine : undefined;
  };
  const seenAt = ({ name, place }: Active): string | null =>
    freshAt(name, place, own.current)?.id ??
    entries[name]?.findLast((e) => e.place === place && e.role !== "out")?.id ??
    null;

  const quiet = () => {
    setMessage(null);
    setDoubted(null);
    setClash(null);
  };
  const tap = (name: string, place?: number) => {
    const places = FIGURES[name]?.places ?? 0;
    const done = new Set(taken[name]?.places.map((p) => p.place));
    const open = [...Array(places).keys()].map((i) => i + 1).find((p) => !done.has(p));
    setActive({ name, place: place ?? (places > 0 ? (open ?? 1) : 0) });
    quiet();
  };
  const close = () => {
    setActive(null);
    quiet();
  };
  /** On to the next that nobody answered yet; at several places first to the next place. */
  const moveOn = (from: Active, over = false) => {
    const places = FIGURES[from.name]?.places ?? 0;
    const nextPlace = !over && places > 0 && from.place < places && !isPlaceTaken(from.name, from.place + 1);
    const start = asked.indexOf(from.name);
    const later = [...asked.slice(start + 1), ...asked.slice(0, Math.max(0, start))];
    const open = later.find((name) => !isTaken(name) && !own.current[`${name}/0`] && !own.current[`${name}/1`]);
    const to: Active | null = nextPlace
      ? { name: from.name, place: from.place + 1 }
      : open
        ? { name: open, place: FIGURES[open]?.places ? 1 : 0 }
        : null;
    // Somebody may have tapped another figure while this one was being stored; that tap counts.
    setActive((now) => (now && now.name === from.name && now.place === from.place ? to : now));
    quiet();
  };
  const isPlaceTaken = (name: string, place: number) =>
    own.current[`${name}/${place}`] !== undefined || (taken[name]?.places.some((p) => p.place === place) ?? false);

  const post = async (entry: {
    readonly at: Active;
    readonly typed: string;
    readonly role: "new" | "again" | "out";
    readonly unit?: string;
    readonly method?: string;
    readonly value?: number | null;
  }) => {
    const id = crypto.randomUUID();
    const seen = seenAt(entry.at);
    const sent = await send<{ beside: Entry | null }>(`/api/jobs/${jobId}/measurements`, {
      id,
      name: entry.at.name,
      place: entry.at.place,
      role: entry.role,
      typed: entry.typed,
      unit: entry.unit ?? unit,
      method: entry.method ?? "",
      who,
      seen,
    });
    if ((sent.ok || sent.field === "") && entry.role !== "out") {
      const { typed, value = null } = entry;
      own.current = {
        ...own.current,
        [`${entry.at.name}/${entry.at.place}`]: { id, typed, unit: entry.unit ?? unit, value },
      };
      setFresh(own.current);
    }
    router.refresh();
    return sent;
  };

  const toolNow = (name: string): string | undefined => tool[name] ?? toolsFor(FIGURES[name]?.picture ?? "look")[0];
  const nextTool = (name: string) => {
    const tools = toolsFor(FIGURES[name]?.picture ?? "look");
    setTool({ ...tool, [name]: tools[(tools.indexOf(toolNow(name) ?? "") + 1) % tools.length] });
  };

  const take = async (typed: string, sign: 1 | -1, again: boolean) => {
    if (!active) return;
    const at = active;
    if (doubted === `${at.name}/${at.place}/${typed}/${sign}`) return moveOn(at);
    const written = sign < 0 ? (typed.startsWith("-") ? typed.slice(1) : `-${typed}`) : typed;
    const checked = checkFigure(at.name, written, unit, at.place);
    if (!checked.ok) return setMessage(checked.message);
    const sent = await post({
      at,
      typed: written,
      role: again ? "again" : "new",
      method: toolNow(at.name),
      value: checked.value,
    });
    if (!sent.ok) return setMessage(sent.message);
    if (sent.value.beside) {
      setClash({ there: sent.value.beside, here: written, at });
      return setMessage("Taken elsewhere meanwhile; both are kept. Which is right?");
    }
    signal(checked.doubt ? "doubt" : "taken");
    if (checked.doubt) {
      setDoubted(`${at.name}/${at.place}/${typed}/${sign}`);
      return setMessage(`Kept. ${checked.doubt}`);
    }
    moveOn(at);
  };
  /** Says which of two is right: the chosen one is put down once more, by somebody who has seen both. */
  const choose = async (at: Active, entry: Pick<Entry, "typed" | "unit" | "method">) => {
    const sent = await post({
      at,
      typed: entry.typed,
      role: "new",
      unit: ["mm", "inch", "thou"].includes(entry.unit) ? entry.unit : undefined,
      method: entry.method,
    });
    if (sent.ok) quiet();
    else setMessage(sent.message);
  };
  const leaveOut = async (entry: Entry) => {
    const sent = await post({ at: { name: entry.name, place: entry.place }, typed: entry.id, role: "out" });
    if (!sent.ok) setMessage(sent.message);
  };
  return {
    active,
    setActive,
    message,
    setMessage,
    clash,
    tap,
    close,
    take,
    choose,
    leaveOut,
    moveOn,
    freshAt,
    toolNow,
    nextTool,
  };
};
