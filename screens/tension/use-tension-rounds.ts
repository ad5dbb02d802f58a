import { useState } from "react";
import { inNewtons } from "@/core/tension/told";
import { send } from "../parts/outbox";
import type { GaugeOnBench } from "./gauges-view";
import type { Taking, TensionRound } from "./tension-round";

/** The rounds of a wheel being brought up, as this screen holds them: shown at once, stored as they come. */
export const useTensionRounds = (
  jobId: string,
  n: number,
  stored: readonly TensionRound[],
  tables: readonly GaugeOnBench[],
) => {
  const [rounds, setRounds] = useState(stored);
  const [message, setMessage] = useState<string | null>(null);
  const current = rounds.at(-1) ?? null;
  const change = (make: (r: TensionRound) => TensionRound) =>
    setRounds((list) => list.map((r, i) => (i === list.length - 1 ? make(r) : r)));

  const openRound = async (planned: TensionRound["plan"]): Promise<TensionRound | null> => {
    const id = crypto.randomUUID();
    const sent = await send(`/api/jobs/${jobId}/rounds`, { id, kind: "tension", plan: planned });
    if (!sent.ok && sent.field !== "") {
      setMessage(sent.message);
      return null;
    }
    const made: TensionRound = {
      id,
      number: (rounds.at(-1)?.number ?? 0) + 1,
      kind: "tension",
      plan: planned,
      entries: [],
      lateral: new Array<number | null>(n).fill(null),
      radial: new Array<number | null>(n).fill(null),
      turns: new Array<number>(n).fill(0),
      walked: [],
      destressed: false,
    };
    setRounds((list) => [...list, made]);
    return made;
  };
  const take = async (taking: Taking): Promise<string | null> => {
    if (!current) return "no round is open";
    const reading = {
      id: crypto.randomUUID(),
      doubtful: false,
      sure: null,
      tableId: null,
      against: null,
      ...taking,
    };
    const sent = await send(`/api/rounds/${current.id}/readings`, reading);
    if (!sent.ok && sent.field !== "") return sent.message;
    const [told] = inNewtons([reading], tables);
    change((r) => ({ ...r, entries: [...r.entries, told] }));
    return sent.ok ? null : sent.message;
  };
  const destress = async () => {
    if (!current) return setMessage("read or turn something first: de-stressing shows by before and after");
    const sent = await send(`/api/rounds/${current.id}/destress`, {});
    if (!sent.ok) return setMessage(sent.message);
    change((r) => ({ ...r, destressed: true }));
    setMessage("De-stressed: read again, and see what it took.");
  };
  const turned = (spoke: number, turns: number) =>
    change((r) => ({
      ...r,
      turns: r.turns.map((t, k) => (k === spoke - 1 ? t + turns : t)),
      walked: [...r.walked, spoke],
    }));
  return { rounds, current, message, setMessage, openRound, take, turned, destress };
};
