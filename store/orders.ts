import type { Figures } from "@/core/figures/newest";
import type { ThreadParts } from "@/core/spoke/thread-room";
import type { WheelInput } from "@/core/wheel/wheel-file";
import { changingJob, inOrder, isThere } from "./changes";
import { database } from "./database";
import { json } from "./json-column";

/** One length on an order, with the kinds it is for. mm. */
export interface OrderLine {
  readonly length: number;
  readonly count: number;
  readonly spares: number;
  readonly serves: readonly {
    readonly flange: "A" | "B";
    readonly lean: "trailing" | "leading";
    readonly row: "inner" | "outer" | null;
    readonly head: "out" | "in";
    readonly count: number;
    readonly wanted: number;
  }[];
}

/** An order with the sum it was made on, so that it can be held against what is measured later. */
export interface OrderContents {
  readonly wheel: WheelInput;
  readonly figures: Figures;
  readonly lines: readonly OrderLine[];
  readonly parts: ThreadParts;
  readonly material: string;
  readonly butting: string;
  readonly head: string;
  readonly grams: number;
  readonly nipples: number;
}

/** What came of one length: how many, and two measured. */
export interface GoodsIn {
  readonly length: number;
  readonly count: number | null;
  readonly first: number | null;
  readonly second: number | null;
}

export interface Order extends OrderContents {
  readonly id: string;
  readonly orderedAt: string;
  readonly goods: readonly GoodsIn[];
}

/** The same id again changes nothing. @returns how many changes the job has had */
export const addOrder = (id: string, jobId: string, contents: OrderContents): Promise<number> =>
  changingJob(jobId, async (trx, at_change) => {
    if (await isThere(trx, "orders", id)) return false;
    await trx("orders").insert({ id, job_id: jobId, contents: JSON.stringify(contents), at_change });
    return true;
  });

/** Append-only: what was counted or measured last counts. @returns how many changes the job has had */
export const addGoods = async (
  orderId: string,
  g: {
    readonly id: string;
    readonly length: number;
    readonly what: "count" | "first" | "second";
    readonly value: number;
    readonly typed: string;
  },
): Promise<number> => {
  const order = await database()("orders").where({ id: orderId }).first("job_id");
  return changingJob(order?.job_id ?? "", async (trx, at_change) => {
    if (await isThere(trx, "goods", g.id)) return false;
    await trx("goods").insert({ ...g, order_id: orderId, at_change });
    return true;
  });
};

/** The newest order of a job. */
export const latestOrder = async (jobId: string): Promise<Order | null> => {
  const row = await database()("orders").where({ job_id: jobId }).orderBy(inOrder("orders", "desc")).first();
  if (!row) return null;
  const contents = json<OrderContents>(row.contents);
  const goods = await database()("goods").where({ order_id: row.id }).orderBy(inOrder("goods"));
  const newest = (length: number, what: string): number | null =>
    goods.filter((g) => g.length === length && g.what === what).at(-1)?.value ?? null;
  return {
    ...contents,
    id: row.id,
    orderedAt: row.created_at.toISOString(),
    goods: contents.lines.map(({ length }) => ({
      length,
      count: newest(length, "count"),
      first: newest(length, "first"),
      second: newest(length, "second"),
    })),
  };
};
