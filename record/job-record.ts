import { stageStates } from "@/core/wheel/stages";
import { latestOrder, type Order } from "@/store/orders";
import { listPhotos, type Photo } from "@/store/photos";
import { latestSheet, type StoredSheet } from "@/store/sheets";
import { type BenchRecord, benchRecord } from "./bench-record";
import { progressOf } from "./stage-progress";

/** Everything the screens of one job show. */
export interface JobRecord extends BenchRecord {
  readonly photos: readonly Photo[];
  /** The newest order of spokes. */
  readonly order: Order | null;
  readonly stages: ReturnType<typeof stageStates>;
  readonly signedBy: string | null;
  /** As it was last handed over; null while it never was. */
  readonly handedOver: StoredSheet | null;
}

export const jobRecord = async (id: string): Promise<JobRecord | null> => {
  const [bench, photos, order, sheet] = await Promise.all([
    benchRecord(id),
    listPhotos(id),
    latestOrder(id),
    latestSheet(id),
  ]);
  if (!bench) return null;
  return {
    ...bench,
    photos,
    order,
    stages: stageStates(progressOf(bench, sheet !== null)),
    signedBy: sheet?.signedBy ?? null,
    handedOver: sheet,
  };
};
