import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Advice } from "@/core/truing/advice";
import { send } from "../parts/outbox";
import type { Stop } from "./reading-places";
import type { RoundView } from "./round-view";

/** One reading of a list; mm. */
interface Read {
  readonly what: "lateral" | "radial";
  readonly spoke: number;
  readonly value: number;
  readonly typed: string;
  readonly sure?: number | null;
}

/** A round in which nothing was read or turned yet. */
export const emptyRound = (n: number) => ({
  lateral: new Array<number | null>(n).fill(null),
  farEdge: new Array<number | null>(n).fill(null),
  radial: new Array<number | null>(n).fill(null),
  tension: new Array<number | null>(n).fill(null),
  offset: null,
});

/** The rounds of a wheel as this screen holds them: what is read and turned is shown at once and stored as it is. */
export const useRounds = (jobId: string, n: number, stored: readonly RoundView[]) => {
  const router = useRouter();
  const [rounds, setRounds] = useState(stored);
  const [message, setMessage] = useState<string | null>(null);
  const round = rounds.at(-1) ?? null;
  const change = (make: (r: RoundView) => RoundView) =>
    setRounds((list) => list.map((r, i) => (i === list.length - 1 ? make(r) : r)));

  const open = async (): Promise<boolean> => {
    const id = crypto.randomUUID();
    const sent = await send(`/api/jobs/${jobId}/rounds`, { id });
    if (!sent.ok) {
      setMessage(sent.message);
      return false;
    }
    setRounds((list) => [
      ...list,
      {
        id,
        number: (list.at(-1)?.number ?? 0) + 1,
        ...emptyRound(n),
        turns: new Array<number>(n).fill(0),
        walked: [],
        destressed: false,
        lastAt: null,
        advice: null,
      },
    ]);
    return true;
  };
  const ask = async (): Promise<void> => {
    if (!round) return;
    const sent = await send<Advice>(`/api/rounds/${round.id}/advice`, { jobId });
    if (sent.ok) {
      setMessage(null);
      change((r) => ({ ...r, advice: sent.value }));
    } else setMessage(sent.message);
    router.refresh();
  };
  const took = (stop: Pick<Stop, "what" | "spoke">, value: number): void =>
    change((r) => {
      if (stop.what === "offset") return { ...r, offset: value };
      const list = stop.what === "far-edge" ? "farEdge" : stop.what;
      return { ...r, [list]: r[list].map((v, i) => (i === stop.spoke - 1 ? value : v)) };
    });
  /** @returns what was wrong; null when all were taken */
  const takeMany = async (list: readonly Read[]): Promise<string | null> => {
    if (!round || list.length === 0) return "nothing was read";
    const sent = await send(
      `/api/rounds/${round.id}/readings/many`,
      list.map((r) => ({ id: crypto.randomUUID(), doubtful: false, ...r })),
    );
    if (!sent.ok) return sent.message;
    for (const x of list) took(x, x.value);
    return null;
  };
  const turned = (spoke: number, turns: number): void =>
    change((r) => {
      const made = r.turns.map((t, i) => (i === spoke - 1 ? t + turns : t));
      // Turned back whole it is as if nothing had been turned.
      return { ...r, turns: made, walked: made.every((t) => Math.abs(t) < 1e-9) ? [] : [...r.walked, spoke] };
    });
  /** Won't turn, or slipped back: the rest of the round is worked out again. @returns what to say of it */
  const stuck = async (spoke: number, how: "stuck" | "slipped"): Promise<string> => {
    if (!round) return "no round is open";
    const sent = await send(`/api/jobs/${jobId}/measurements`, {
      id: crypto.randomUUID(),
      name: "nipple.stuck",
      place: spoke,
      typed: how,
    });
    if (!sent.ok) return sent.message;
    const worked = await send<Advice>(`/api/rounds/${round.id}/advice`, { jobId });
    if (!worked.ok) return worked.message;
    change((r) => ({ ...r, advice: worked.value }));
    return how === "stuck"
      ? `${spoke} is held as it is; the rest was worked out again`
      : `${spoke} counts as unknown: read it again`;
  };
  return { rounds, round, message, setMessage, open, ask, took, takeMany, turned, stuck };
};
