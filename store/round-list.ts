import type { RoundLine } from "@/core/shop/list-lines";
import { addReadings, addTurn, listRounds, openRound, type ReadingKind } from "./rounds";

/** Rounds of a list, put behind those of the job; told in words, and done where `take` says so. */
export const importRounds = async (jobId: string, lines: readonly RoundLine[], take: boolean): Promise<string[]> => {
  const there = (await listRounds(jobId)).at(-1)?.number ?? 0;
  const numbers = [...new Set(lines.map((l) => l.round))].sort((a, b) => a - b);
  const told: string[] = [];
  for (const [i, number] of numbers.entries()) {
    const own = lines.filter((l) => l.round === number);
    const readings = own.filter((l) => l.what !== "turn");
    const turns = own.filter((l) => l.what === "turn");
    told.push(`a new round ${there + 1 + i}: ${readings.length} readings, ${turns.length} turns`);
    if (!take) continue;
    const id = crypto.randomUUID();
    await openRound(jobId, id);
    if (readings.length > 0)
      await addReadings(
        id,
        readings.map((l) => ({
          id: crypto.randomUUID(),
          what: l.what as ReadingKind,
          spoke: l.spoke,
          value: l.value,
          typed: `from a list${l.takenAt ? `, ${l.takenAt}` : ""}`.slice(0, 60),
          doubtful: false,
        })),
      );
    for (const l of turns) await addTurn(id, { id: crypto.randomUUID(), spoke: l.spoke, turns: l.value });
  }
  return told;
};
