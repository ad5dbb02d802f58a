import type { WheelInput } from "@/core/wheel/wheel-file";
import { jobChanged } from "./changes";
import { database } from "./database";
import { inTransaction } from "./in-transaction";
import { json } from "./json-column";
import { StaleCopy } from "./stale-copy";
import { toldApart } from "./told-apart";

/** The wheel file of a job as it was settled, and which of its figures nobody measured. */
export interface Build {
  readonly jobId: string;
  readonly wheel: WheelInput;
  readonly assumed: readonly string[];
  readonly version: number;
}

export const findBuild = async (jobId: string): Promise<Build | null> => (await buildsOf([jobId]))(jobId);

/** The same of many jobs. */
export const buildsOf = async (jobIds: readonly string[]): Promise<(jobId: string) => Build | null> =>
  toldApart(
    await database()("builds").whereIn("job_id", jobIds),
    (r) => r.job_id,
    ([row]) =>
      row ? { jobId: row.job_id, wheel: json(row.wheel), assumed: json(row.assumed), version: row.version } : null,
  );

/**
 * @param version 0 for the first one
 * @throws StaleCopy
 */
export const saveBuild = async (build: Build): Promise<Build> => {
  const { jobId, wheel, assumed, version } = build;
  const values = { wheel: JSON.stringify(wheel), assumed: JSON.stringify(assumed) };
  await inTransaction(async (trx) => {
    await jobChanged(jobId, trx);
    if (version === 0)
      await trx("builds")
        .insert({ job_id: jobId, ...values, version: 1 })
        .onConflict("job_id")
        .merge(["job_id"]);
    else
      await trx("builds")
        .where({ job_id: jobId, version })
        .update({ ...values, version: version + 1 });
  });
  const stored = (await findBuild(jobId)) as Build;
  const ours = stored.version === version + 1 && JSON.stringify(stored.wheel) === JSON.stringify(json(values.wheel));
  if (!ours) throw new StaleCopy(stored, build);
  return stored;
};
