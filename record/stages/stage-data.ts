import type { Stage } from "@/core/wheel/stages";
import { listGaugeTables } from "@/store/gauge-tables";
import { listPlans } from "@/store/practice-plans";
import { type Training, trainingOf } from "@/store/practice-wheels";
import { readSettings } from "@/store/settings";
import { listStock } from "@/store/stock";
import { type JobRecord, jobRecord } from "../job-record";
import { bookInStage } from "./book-in";
import { handBackStage } from "./hand-back";
import { laceStage } from "./lace";
import { measureStage } from "./measure";
import { spokesStage } from "./spokes";
import { tensionStage } from "./tension";
import { trueStage } from "./true";

/** A practice wheel is a job of its own; one put under a customer's by an earlier version is passed over. */
const onPractice = async ({ job }: JobRecord): Promise<Training | null> =>
  job.kind === "practice" ? trainingOf(job.id) : null;

/** What each stage's place shows of a job; asked for with the page, and again whenever the record changed. */
const STAGE_DATA = {
  "book-in": bookInStage,
  measure: async (record: JobRecord) => measureStage(record),
  spokes: async (record: JobRecord) => spokesStage(record, await listStock()),
  lace: async (record: JobRecord) => laceStage(record, await listStock()),
  tension: async (record: JobRecord) => {
    const [tables, practice] = await Promise.all([listGaugeTables(), onPractice(record)]);
    return tensionStage(record, tables, practice !== null);
  },
  true: async (record: JobRecord) => {
    const [{ school }, practice] = await Promise.all([readSettings(), onPractice(record)]);
    return trueStage(record, school, practice, practice?.level ? await listPlans(record.job.id) : null);
  },
  "hand-back": async (record: JobRecord) => handBackStage(record, await readSettings()),
} satisfies Record<Stage, (record: JobRecord) => Promise<unknown>>;

export type StageData<S extends Stage> = Awaited<ReturnType<(typeof STAGE_DATA)[S]>>;

/** Null when there is no such job. */
export const stageData = async <S extends Stage>(stage: S, jobId: string): Promise<StageData<S> | null> => {
  const record = await jobRecord(jobId);
  if (!record) return null;
  const make = STAGE_DATA[stage] as (record: JobRecord) => Promise<StageData<S>>;
  return make(record);
};
