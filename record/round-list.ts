import { roundOf } from "@/core/rounds/listed-rounds";
import type { RoundLine } from "@/core/shop/list-lines";
import { addReadings, addTurn, listRounds, openRound } from "@/store/rounds";

/** Rounds of a list, put behind those of the job; told in words, and done where `take` says so. */
export const importRounds = async (jobId: string, lines: readonly RoundLine[], take: boolean): Promise<string[]> => {
  const there = (await listRounds(jobId)).at(-1)?.number ?? 0;
  const numbers = [...new Set(lines.map((l) => l.round))].sort((a, b) => a - b);
  const told: string[] = [];
  for (const [i, number] of numbers.entries()) {
    const { readings, turns } = roundOf(lines.filter((l) => l.round === number));
    told.push(`a new round ${there + 1 + i}: ${readings.length} readings, ${turns.length} turns`);
    if (!take) continue;
    const id = crypto.randomUUID();
    await openRound(jobId, { id });
    if (readings.length > 0) await addReadings(id, readings);
    for (const turn of turns) await addTurn(id, turn);
  }
  return told;
};
