import type { WheelPlace } from "@/core/shop/machine-words";
import { notThere } from "@/core/wheel/bad-input";
import type { JobKind } from "@/core/wheel/stages";
import { after } from "./after";
import { inTransaction } from "./in-transaction";
import { columns, findJob, type Job, type JobChange } from "./jobs";
import { nextMark } from "./marks";
import { oneAtATime } from "./one-at-a-time";
import { numberVisits } from "./visits";

/** The other wheel of a machine that has two. */
const OTHER_WHEEL: Readonly<Record<WheelPlace, WheelPlace>> = { front: "rear", rear: "front", other: "", "": "" };

/** A job for a new wheel of a new customer; the same id again changes nothing. */
export const openJob = async (
  job: {
    readonly id: string;
    readonly kind: JobKind;
    readonly wheelId?: string;
    /** Another wheel of the machine this job's wheel is of, of the same customer. */
    readonly beside?: string;
  } & JobChange,
): Promise<Job> => {
  await inTransaction(async (trx) => {
    // One at a time, before anything is read: sent twice at once, the second must see the first.
    await oneAtATime(trx, "wheels");
    if (await trx("jobs").where({ id: job.id }).first()) return;
    if (job.wheelId) {
      // A wheel that comes back: its mark, machine and customer stand, the sides keep their names.
      const before = await trx("jobs").where({ wheel_id: job.wheelId }).orderBy("created_at", "desc").first();
      await trx("jobs").insert({
        id: job.id,
        wheel_id: job.wheelId,
        kind: job.kind,
        side_a: before?.side_a ?? "brake side",
        side_b: before?.side_b ?? "other side",
        created_at: after(before?.created_at ?? null),
        ...columns(job),
      });
      return numberVisits(trx, job.wheelId);
    }
    const beside = job.beside === undefined ? null : await findJob(job.beside, trx);
    if (job.beside !== undefined && !beside) throw notThere("job", "beside");
    const customerId = beside?.customerId ?? crypto.randomUUID();
    const wheelId = crypto.randomUUID();
    if (!beside)
      await trx("customers").insert({ id: customerId, name: job.customer ?? "", telephone: job.telephone ?? "" });
    await trx("wheels").insert({
      id: wheelId,
      customer_id: customerId,
      mark: job.mark ?? (await nextMark(trx)),
      machine: job.machine ?? beside?.machine ?? "",
      place: job.place ?? (beside ? OTHER_WHEEL[beside.place] : ""),
    });
    const told = beside ? { wanted: beside.wanted, promised: beside.promised } : {};
    await trx("jobs").insert({ id: job.id, wheel_id: wheelId, kind: job.kind, ...columns({ ...told, ...job }) });
  });
  return (await findJob(job.id)) as Job;
};
