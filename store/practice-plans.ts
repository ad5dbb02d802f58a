import type { PlanName, RoundPlans } from "@/core/shop/practice-plan";
import { changingJob } from "./changes";
import { database } from "./database";
import { json } from "./json-column";

/** A plan once beside the others stands: told again nothing changes. */
export const savePlans = (jobId: string, { round, who, hints, chosen, plans }: RoundPlans): Promise<number> =>
  changingJob(jobId, async (trx) => {
    if (await trx("practice_plans").where({ round_id: round }).first("round_id")) return false;
    await trx("practice_plans").insert({
      ...{ round_id: round, job_id: jobId, who, hints, chosen },
      plans: JSON.stringify(plans),
    });
    return true;
  });

/** Whose turns are made in a round. */
export const choosePlan = (jobId: string, round: string, chosen: PlanName): Promise<number> =>
  changingJob(
    jobId,
    async (trx) => (await trx("practice_plans").where({ round_id: round, job_id: jobId }).update({ chosen })) > 0,
  );

/** The plans of every round of a job that has any, in the order they were made. */
export const listPlans = async (jobId: string): Promise<RoundPlans[]> =>
  (
    await database()("practice_plans")
      .join("rounds", "rounds.id", "practice_plans.round_id")
      .where("practice_plans.job_id", jobId)
      .orderBy("rounds.number")
      .select("practice_plans.*")
  ).map((r) => ({
    ...{ round: r.round_id, who: r.who, hints: r.hints, chosen: r.chosen as PlanName },
    plans: json<RoundPlans["plans"]>(r.plans),
  }));
