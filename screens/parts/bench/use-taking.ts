"use client";
import { useRef, useState } from "react";
import { FIGURES } from "@/core/figures/all-figures";
import { checkFigure, type GivenUnit } from "@/core/figures/check-figure";
import { mostPlaces } from "@/core/figures/figure";
import { toolsFor } from "@/core/figures/tools";
import type { Entry } from "@/core/measurement/taken";
import { isForceUnit } from "@/core/units/forces";
import { isLengthUnit } from "@/core/units/lengths";
import type { Entered } from "../kept/entered";
import { useForce, useUnit } from "../kept/kept-choice";
import { type Sent, saidOf } from "../kept/sent";
import { post, useEnter } from "../kept/use-enter";
import { useWho } from "../kept/use-who";
import { signal } from "../walk/signal";
import type { BenchRecord } from "./bench-record";

/** Where the bench is: a figure, and the place of it where it is taken at several. */
export interface Active {
  readonly name: string;
  readonly place: number;
}

interface TakingOptions extends Pick<BenchRecord, "jobId" | "taken" | "entries"> {
  /** In the order they are asked. */
  readonly asked: readonly string[];
  /** Is there an answer already, of whatever kind? */
  readonly isTaken: (name: string) => boolean;
}

/** What is put down by somebody who saw all there is. */
type Chosen = Pick<Entry, "name" | "place" | "typed" | "unit" | "method">;

/** One figure to be put down. */
interface Put {
  readonly at: Active;
  /** By somebody who has seen all there is. */
  readonly seenAll?: boolean;
  readonly typed: string;
  readonly role: Entry["role"];
  readonly unit?: string;
  readonly method?: string;
}

/**
 * What a bare figure is in: what its entry says, else what this tablet is set to; null where its kind has no choice of it. An
 * entry that says nothing of the kind was kept in the record's own.
 */
const useGivenUnit = () => {
  const [length] = useUnit();
  const [force] = useForce();
  return (name: string, said?: string): GivenUnit | null => {
    const { kind } = FIGURES[name];
    if (kind === "length") return said === undefined ? length : isLengthUnit(said) ? said : "mm";
    if (kind === "force") return said === undefined ? force : isForceUnit(said) ? said : "N";
    return null;
  };
};

/** Puts figures of a job down, kept and sent in order. */
const usePut = (jobId: string, entries: BenchRecord["entries"], active: Active | null) => {
  const enter = useEnter(jobId);
  const unitOf = useGivenUnit();
  const [who] = useWho();
  const newest = ({ name, place }: Active): string | null =>
    entries[name]?.findLast((e) => e.place === place && e.role !== "out")?.id ?? null;
  // As it stood when the figure was taken up: what somebody else puts down while it is typed was not seen.
  const seen = useRef<{ readonly at: string; readonly id: string | null } | null>(null);
  const own = useRef(new Set<string>());
  const placeOf = ({ name, place }: Active) => `${name}/${place}`;
  if (!active) seen.current = null;
  else if (seen.current?.at !== placeOf(active)) seen.current = { at: placeOf(active), id: newest(active) };
  const entered = (asked: Put): Entered => {
    const { at, typed, role, method = "", seenAll = false } = asked;
    const given = unitOf(at.name, asked.unit);
    const checked = role === "out" ? null : checkFigure(at.name, typed, given ?? "mm", at.place);
    const before = !seenAll && seen.current?.at === placeOf(at) ? seen.current.id : newest(at);
    const id = crypto.randomUUID();
    own.current.add(id);
    // Taken again it stands beside nobody's but this one.
    if (role !== "out" && seen.current?.at === placeOf(at)) seen.current = { at: placeOf(at), id };
    return {
      what: "figure",
      jobId,
      figure: {
        id,
        name: at.name,
        place: at.place,
        role,
        typed,
        unit: checked?.ok ? (given ?? checked.unit) : "",
        value: checked?.ok ? checked.value : null,
        method,
        who,
        seen: before,
      },
    };
  };
  return {
    /** Waits a moment for what the record says. */
    put: (asked: Put): Promise<Sent> => enter(entered(asked)),
    /** Waits for nothing but its being kept: a refusal is told by the page. */
    putAhead: (asked: Put): Promise<void> => post(entered(asked)),
    isOwn: (entry: Entry) => own.current.has(entry.id),
  };
};

/** Which figure is in hand, and which comes after it. */
const useActive = ({ taken, asked, isTaken }: Pick<TakingOptions, "taken" | "asked" | "isTaken">) => {
  const [active, setActive] = useState<Active | null>(null);
  const now = useRef({ taken, asked, isTaken });
  now.current = { taken, asked, isTaken };
  // Put down a moment ago and not shown as taken yet: a quick hand is not asked for it once more.
  const coming = useRef<readonly Active[]>([]);
  const isPlaceTaken = (name: string, place: number) =>
    coming.current.some((c) => c.name === name && c.place === place) ||
    (now.current.taken[name]?.places.some((p) => p.place === place) ?? false);
  const isAnswered = (name: string) => coming.current.some((c) => c.name === name) || now.current.isTaken(name);
  return {
    active,
    setActive,
    /** Counts as taken until what is done with it is done. */
    whileComing: async <T>(at: Active, done: Promise<T>): Promise<T> => {
      coming.current = [...coming.current, at];
      try {
        return await done;
      } finally {
        coming.current = coming.current.filter((c) => c !== at);
      }
    },
    tap: (name: string, place?: number) => {
      const places = mostPlaces(FIGURES[name] ?? {});
      const open = [...Array(places).keys()].map((i) => i + 1).find((p) => !isPlaceTaken(name, p));
      setActive({ name, place: place ?? (places > 0 ? (open ?? 1) : 0) });
    },
    /** On to the next that nobody answered yet; at several places first to the next place. */
    moveOn: (from: Active, over: boolean) => {
      const places = mostPlaces(FIGURES[from.name] ?? {});
      const nextPlace = !over && places > 0 && from.place < places && !isPlaceTaken(from.name, from.place + 1);
      const list = now.current.asked;
      const start = list.indexOf(from.name);
      const later = [...list.slice(start + 1), ...list.slice(0, Math.max(0, start))];
      const partner = FIGURES[from.name]?.goesWith;
      const goesOn = partner !== undefined && !isAnswered(partner) && (!over || isAnswered(from.name));
      const open = goesOn ? partner : later.find((name) => !isAnswered(name));
      const to: Active | null = nextPlace
        ? { name: from.name, place: from.place + 1 }
        : open
          ? { name: open, place: mostPlaces(FIGURES[open] ?? {}) > 0 ? 1 : 0 }
          : null;
      // Whoever tapped a figure while this one was being stored, this very one too, meant that tap: it counts.
      setActive((held) => (held === from ? to : held));
    },
  };
};

/** What each figure is measured with, by turns. */
const useTools = () => {
  const [tool, setTool] = useState<Readonly<Record<string, string>>>({});
  const tools = (name: string) => toolsFor(FIGURES[name]?.picture ?? "look");
  const toolNow = (name: string): string | undefined => tool[name] ?? tools(name)[0];
  const nextTool = (name: string) => {
    const list = tools(name);
    setTool({ ...tool, [name]: list[(list.indexOf(toolNow(name) ?? "") + 1) % list.length] });
  };
  return { toolNow, nextTool };
};

/**
 * Takes figures one after another: each is kept the moment it is taken, what is unlikely is kept with its doubt, what
 * somebody else took meanwhile is shown and asked.
 */
export const useTaking = ({ jobId, taken, entries, asked, isTaken }: TakingOptions) => {
  const { active, setActive, tap, moveOn, whileComing } = useActive({ taken, asked, isTaken });
  const { put, putAhead, isOwn } = usePut(jobId, entries, active);
  const tools = useTools();
  const unitOf = useGivenUnit();
  const [message, setMessage] = useState<string | null>(null);
  const [doubted, setDoubted] = useState<string | null>(null);
  const quiet = () => {
    setMessage(null);
    setDoubted(null);
  };
  const goOn = (from: Active, over = false) => {
    moveOn(from, over);
    quiet();
  };
  /** Nothing is waited for: what a quick hand types next belongs to the next, however long the record takes. */
  const take = (typed: string, sign: 1 | -1, again: boolean) => {
    if (!active) return;
    const at = active;
    const same = `${at.name}/${at.place}/${typed}/${sign}`;
    if (doubted === same) return goOn(at);
    const written = sign < 0 ? (typed.startsWith("-") ? typed.slice(1) : `-${typed}`) : typed;
    const checked = checkFigure(at.name, written, unitOf(at.name) ?? "mm", at.place);
    if (!checked.ok) return setMessage(checked.message);
    const method = tools.toolNow(at.name);
    void whileComing(at, putAhead({ at, typed: written, role: again ? "again" : "new", method }));
    signal(checked.doubt ? "doubt" : "taken");
    if (!checked.doubt) return goOn(at);
    setDoubted(same);
    setMessage(`Kept. ${checked.doubt}`);
  };
  /** What the record says of one figure does not strike what was said of the next meanwhile. */
  const sayOf = (sent: Sent) => {
    const said = saidOf(sent);
    if (said !== null) setMessage(said);
  };
  /** Says which of two is right: the chosen one is put down once more, by somebody who has seen both. */
  const choose = async ({ name, place, typed, unit: given, method }: Chosen) => {
    quiet();
    sayOf(await put({ at: { name, place }, typed, role: "new", unit: given, method, seenAll: true }));
  };
  const leaveOut = async (entry: Entry) =>
    sayOf(await put({ at: { name: entry.name, place: entry.place }, typed: entry.id, role: "out" }));
  /** The same once more: it counts again, with whatever else counts there. */
  const putBack = async ({ name, place, typed, unit: given, method }: Entry) =>
    sayOf(await put({ at: { name, place }, typed, unit: given, method, role: "again", seenAll: true }));
  return {
    active,
    message,
    setMessage,
    /** As the record tells it, of the figure in hand or of any taken here: whoever took it went on before it was known. */
    clash:
      (active && taken[active.name]?.clash) ??
      Object.values(taken).find(({ clash }) => clash && isOwn(clash.here))?.clash ??
      null,
    isOwn,
    whileComing,
    /** What was taken as it stands there and is unlikely; the hand stays at it. */
    doubted,
    tap: (name: string, place?: number) => {
      tap(name, place);
      quiet();
    },
    close: () => {
      setActive(null);
      quiet();
    },
    take,
    choose,
    leaveOut,
    putBack,
    moveOn: goOn,
    ...tools,
  };
};
