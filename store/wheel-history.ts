import type { Taken } from "@/core/measurement/taken";
import { totalBesideSeam } from "@/core/runout/beside-seam";
import type { Visit, WheelHistory } from "@/core/shop/visit";
import { database } from "./database";
import { jobRecord } from "./job-record";
import { jobsFrom, selectJobs } from "./jobs";
import { turnsMade } from "./rounds";

/** Run-out as told when it came in; empty where only the first round says it. */
const foundAt = (taken: Readonly<Record<string, Taken>>): { readonly tir?: string } => {
  const [lateral, radial] = [taken["found.lateral"]?.value, taken["found.radial"]?.value];
  if (lateral === undefined && radial === undefined) return {};
  return { tir: [lateral, radial].map((v) => v?.toFixed(2) ?? "–").join(", ") };
};

/** Every visit of a wheel, oldest first; null when there is no such wheel. */
export const wheelHistory = async (wheelId: string): Promise<WheelHistory | null> => {
  const rows = await selectJobs().where("jobs.wheel_id", wheelId).orderBy("jobs.created_at");
  const jobs = jobsFrom(rows);
  const first = jobs[0];
  if (!first) return null;
  const visits: Visit[] = [];
  for (const [i, job] of jobs.entries()) {
    const record = await jobRecord(job.id);
    if (!record) continue;
    const holes = record.wheel?.rim.holes ?? 0;
    const read = record.rounds.filter((r) => record.read.readings(r).lateral.some((v) => v !== null));
    const lines = (r: (typeof read)[number] | undefined) => {
      const { lateral = [], radial = [] } = r ? record.read.readings(r) : {};
      const tir = (x: readonly (number | null)[]) => totalBesideSeam(x)?.beside.toFixed(2) ?? "–";
      return { lateral, radial, tir: r ? `${tir(lateral)}, ${tir(radial)}` : "" };
    };
    const tension = (list: typeof read) =>
      list.map((r) => record.read.tensions(r).map((t) => t.tension)).find((t) => t.some((x) => x !== null)) ?? [];
    visits.push({
      jobId: job.id,
      kind: job.kind,
      wanted: job.wanted,
      opened: new Date(rows[i].created_at as Date).toISOString().slice(0, 10),
      finished: job.finishedAt?.slice(0, 10) ?? null,
      signedBy: record.signedBy,
      recheckOn: job.recheckOn,
      found: { ...lines(read[0]), ...foundAt(record.taken) },
      left: lines(read.at(-1)),
      foundTension: tension([...record.rounds]),
      leftTension: tension([...record.rounds].reverse()),
      rounds: read.length,
      destressed: record.rounds.filter((r) => r.destressed).length,
      nipplesTurned: record.rounds.reduce((n, r) => n + turnsMade(r, holes).filter((t) => t !== 0).length, 0),
    });
  }
  return {
    wheelId,
    mark: first.mark,
    machine: first.machine,
    customer: first.customer,
    customerId: first.customerId,
    sideA: first.sideA,
    sideB: first.sideB,
    visits,
  };
};

/** A customer's wheels with how often each was here. */
export const customerWheels = async (customerId: string) => {
  const customer = await database()("customers").where({ id: customerId }).first();
  if (!customer) return null;
  const wheels: { id: string; mark: string; machine: string; place: string; visits: number; last: Date | null }[] =
    await database()("wheels")
      .leftJoin("jobs", "jobs.wheel_id", "wheels.id")
      .where({ customer_id: customerId })
      .groupBy("wheels.id", "wheels.mark", "wheels.machine", "wheels.place")
      .select("wheels.id", "wheels.mark", "wheels.machine", "wheels.place")
      .count({ visits: "jobs.id" })
      .max({ last: "jobs.created_at" });
  return {
    name: customer.name as string,
    telephone: customer.telephone as string,
    wheels: wheels.map((w) => ({
      id: w.id,
      mark: w.mark,
      machine: w.machine,
      place: w.place,
      visits: Number(w.visits),
      last: w.last ? new Date(w.last as Date).toISOString().slice(0, 10) : null,
    })),
  };
};
