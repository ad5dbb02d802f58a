import { openRawRecord } from "@/store/raw-record";
import type { Done } from "./hands";

/** What a record holds against what hands were told it holds. */
export interface Found {
  readonly confirmed: number;
  readonly lost: number;
  readonly twice: number;
  /** Stands otherwise than it was sent, or was never sent, or half. */
  readonly wrong: readonly string[];
}

/** Looks through the record itself, past every program that answers from it. */
export const findAgain = async (
  url: string,
  done: Done,
  rowsOfJob: Readonly<Record<string, number>>,
): Promise<Found> => {
  const record = openRawRecord(url);
  try {
    const wrong: string[] = [...done.wrong];
    let [lost, twice] = [0, 0];
    const readings = await record.rows("select id, round_id, value from readings");
    const rounds = new Set([...done.sent.values()].map((e) => e.round));
    const here = new Map<string, (typeof readings)[number]>();
    const values = new Set<number>();
    for (const row of readings) {
      if (!rounds.has(String(row.round_id))) continue;
      here.set(String(row.id), row);
      if (values.has(Number(row.value))) twice++;
      values.add(Number(row.value));
      const sent = done.sent.get(String(row.id));
      if (!sent || sent.value !== Number(row.value) || sent.round !== row.round_id)
        wrong.push(`a reading ${row.id} of ${row.value} that nobody sent so`);
    }
    for (const id of done.confirmed) if (!here.has(id)) lost++;
    for (const photo of done.photos) {
      const [row] = await record.rows(
        "select length(large) as large, length(small) as small from photos where id = ?",
        [photo.id],
      );
      if (!row && photo.confirmed) lost++;
      if (row && !(Number(row.large) > 500 && Number(row.small) > 200)) wrong.push(`half a photo ${photo.id}`);
    }
    for (const job of done.jobs) {
      const counts: Record<string, number> = {};
      for (const table of Object.keys(rowsOfJob)) counts[table] = await record.ofJob(table, job.id);
      const whole = Object.entries(rowsOfJob).every(([table, n]) => counts[table] === n);
      const none = Object.values(counts).every((n) => n === 0);
      if (none && job.confirmed) lost++;
      else if (!none && !whole) wrong.push(`a job taken in by half: ${JSON.stringify(counts)}`);
    }
    const confirmed = [...done.photos, ...done.jobs].filter((x) => x.confirmed).length + done.confirmed.size;
    return { confirmed, lost, twice, wrong };
  } finally {
    await record.close();
  }
};

/** Rows each table has of a job. */
export const countJob = async (url: string, jobId: string): Promise<Record<string, number>> => {
  const record = openRawRecord(url);
  try {
    const counts: Record<string, number> = {};
    for (const table of ["jobs", "measurements", "rounds", "photos", "sheets", "readings", "turns"])
      counts[table] = await record.ofJob(table, jobId);
    return counts;
  } finally {
    await record.close();
  }
};
