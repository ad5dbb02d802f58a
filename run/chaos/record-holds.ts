import { openRawRecord } from "@/store/raw-record";
import type { Tablets } from "./tablets";

/** What a record that several servers hold must be, whatever happened to them. */
export interface Held {
  readonly confirmed: number;
  readonly lost: number;
  readonly twice: number;
  /** Numbers with gaps or twins, stock that does not add up, marks given twice, sheets altered, doubts untold, servers that differ. */
  readonly wrong: readonly string[];
}

/** Looks through each server's own record, past every program that answers from it. @param urls of the servers, all well */
export const recordHolds = async (
  urls: readonly string[],
  { confirmed, wrong: said }: Tablets,
  sheetsBefore: ReadonlyMap<string, string>,
): Promise<Held> => {
  const wrong = [...said];
  let twice = 0;
  const gone: Record<string, number> = {};
  const lose = (what: string, many = 1) => {
    gone[what] = (gone[what] ?? 0) + many;
  };
  const sums: string[] = [];
  for (const url of urls) {
    const record = openRawRecord(url);
    sums.push(await record.sums());
    await record.close();
  }
  if (new Set(sums).size > 1) wrong.push("the servers do not hold the same");
  const record = openRawRecord(urls[0]);
  try {
    const idsOf = async (table: string) =>
      new Set((await record.rows(`select id from ${table}`)).map((row) => String(row.id)));
    const readings = await record.rows("select id, round_id, value from readings order by at_change, `order`");
    const there = new Map<string, string[]>();
    const values = new Set<string>();
    for (const row of readings) {
      const round = String(row.round_id);
      if (!confirmed.readings.has(round)) continue;
      there.set(round, [...(there.get(round) ?? []), String(row.id)]);
      // Each reading of a tablet is another.
      const value = `${round} ${row.value}`;
      if (values.has(value)) twice++;
      values.add(value);
    }
    for (const [round, ids] of confirmed.readings) {
      const stands = (there.get(round) ?? []).filter((id) => ids.includes(id));
      if (stands.length < ids.length) lose("readings", ids.length - stands.length);
      if (stands.join() !== ids.join())
        wrong.push(`the readings of ${round} do not stand in the order they were confirmed`);
    }
    const turns = await idsOf("turns");
    const photos = await idsOf("photos");
    const jobs = await idsOf("jobs");
    for (const id of confirmed.turns) if (!turns.has(id)) lose("turns");
    for (const id of confirmed.photos) if (!photos.has(id)) lose("photos");
    for (const id of confirmed.wheels) if (!jobs.has(id)) lose("wheels");
    for (const row of await record.rows("select id, length(large) as large, length(small) as small from photos"))
      if (confirmed.photos.has(String(row.id)) && !(Number(row.large) > 500 && Number(row.small) > 200))
        wrong.push(`half a photo ${row.id}`);

    const sheets = new Map(
      (await record.rows("select id, sha2(contents, 256) as sum from sheets")).map((r) => [
        String(r.id),
        String(r.sum),
      ]),
    );
    for (const id of confirmed.sheets) if (!sheets.has(id)) lose("sheets");
    for (const [id, sum] of sheetsBefore) if (sheets.get(id) !== sum) wrong.push(`the signed sheet ${id} is another`);

    const numbers = await record.rows("select id, job_id, number from rounds order by job_id, number");
    for (const [job, rounds] of confirmed.rounds) {
      const own = numbers.filter((r) => r.job_id === job);
      for (const id of rounds) if (!own.some((r) => r.id === id)) lose("rounds");
      if (own.some((r, i) => Number(r.number) !== i + 1))
        wrong.push(`the rounds of ${job} are numbered ${own.map((r) => r.number)}`);
    }
    const marks = await record.rows(
      "select mark, count(*) as n from wheels where mark <> '' group by mark having n > 1",
    );
    for (const row of marks) wrong.push(`the mark ${row.mark} is given ${row.n} times`);

    const stock = await record.rows(
      "select stock.id, held, coalesce(sum(`change`), 0) as moved from stock left join stock_moves on stock_id = stock.id group by stock.id, held",
    );
    for (const row of stock)
      if (Number(row.held) !== Number(row.moved) || Number(row.held) < 0)
        wrong.push(`a drawer says ${row.held} and holds ${row.moved}`);
    const moves = new Map(
      (await record.rows("select id, `change` from stock_moves")).map((r) => [String(r.id), Number(r.change)]),
    );
    for (const [id, change] of confirmed.moves) {
      if (!moves.has(id)) lose("moves");
      else if (moves.get(id) !== change) wrong.push(`a drawer's move ${id} is another`);
    }
    const untold = confirmed.doubts.filter((d) => d.told === 0);
    if (untold.length > 0)
      wrong.push(`${untold.length} of ${confirmed.doubts.length} doubts of two tablets were told to neither`);

    const all =
      [...confirmed.readings.values()].reduce((n, ids) => n + ids.length, 0) +
      confirmed.turns.size +
      confirmed.photos.size +
      confirmed.wheels.size +
      confirmed.sheets.size +
      confirmed.moves.size +
      [...confirmed.rounds.values()].reduce((n, ids) => n + ids.size, 0);
    for (const [what, many] of Object.entries(gone)) wrong.push(`${many} ${what} lost`);
    const lost = Object.values(gone).reduce((n, many) => n + many, 0);
    return { confirmed: all, lost, twice, wrong };
  } finally {
    await record.close();
  }
};
