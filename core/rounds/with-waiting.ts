import type { Advice } from "../truing/saying/advice";
import type { Reading } from "./reading";
import type { Round } from "./round";
import type { Turn } from "./turn";

/** What was done to a wheel's rounds and is not in the record yet, in the order it was done. */
export type RoundEvent =
  | { readonly what: "round"; readonly id: string; readonly kind: Round["kind"]; readonly plan: Round["plan"] }
  | { readonly what: "readings"; readonly roundId: string; readonly readings: readonly Reading[] }
  | { readonly what: "turn"; readonly roundId: string; readonly turn: Turn }
  | { readonly what: "destressed"; readonly roundId: string }
  | { readonly what: "advised"; readonly roundId: string; readonly advice: Advice };

/** What is new of a list, known by its ids. */
const added = <T extends { readonly id: string }>(list: readonly T[], more: readonly T[]): readonly T[] => {
  const held = new Set(list.map((x) => x.id));
  const fresh = more.filter((x) => !held.has(x.id));
  return fresh.length === 0 ? list : [...list, ...fresh];
};

const withEvent = (rounds: readonly Round[], event: RoundEvent): readonly Round[] => {
  if (event.what === "round") {
    if (rounds.some((r) => r.id === event.id)) return rounds;
    const { id, kind, plan } = event;
    const number = (rounds.at(-1)?.number ?? 0) + 1;
    return [...rounds, { id, number, kind, plan, advice: null, destressed: false, readings: [], turns: [] }];
  }
  return rounds.map((r) => {
    if (r.id !== event.roundId) return r;
    if (event.what === "readings") return { ...r, readings: added(r.readings, event.readings) };
    if (event.what === "turn") return { ...r, turns: added(r.turns, [event.turn]) };
    if (event.what === "advised") return { ...r, advice: event.advice };
    return { ...r, destressed: true };
  });
};

/** The rounds as they are: what the record has and what waits to get there. Anything in both counts once. */
export const withWaiting = (rounds: readonly Round[], events: readonly RoundEvent[]): readonly Round[] =>
  events.reduce(withEvent, rounds);
