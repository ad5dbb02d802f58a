import type { Knex } from "knex";
import { BadInput, notThere } from "@/core/wheel/bad-input";
import { database } from "./database";
import { inTransaction } from "./in-transaction";
import { StaleCopy } from "./stale-copy";

export type StockKind = "spoke" | "nipple" | "washer";

/** One drawer: spokes of a length, nipples, washers of a thickness. mm. */
export interface StockItem {
  readonly id: string;
  readonly kind: StockKind;
  readonly name: string;
  /** Length of a spoke, thread of a nipple, thickness of a washer. */
  readonly size: number | null;
  readonly diameter: number | null;
  readonly pitch: number | null;
  readonly place: string;
  readonly reorderAt: number;
  /** Of one piece to a customer, without tax; null while nobody said, left out to leave it as it is. */
  readonly price?: number | null;
}

export interface StockHeld extends StockItem {
  readonly price: number | null;
  readonly held: number;
}

const columns = (item: StockItem) => ({
  kind: item.kind,
  name: item.name,
  size: item.size,
  diameter: item.diameter,
  pitch: item.pitch,
  place: item.place,
  reorder_at: item.reorderAt,
  ...(item.price === undefined ? {} : { price: item.price }),
});

/** Spokes by length, then nipples, washers. */
export const listStock = async (): Promise<StockHeld[]> => {
  const rows = await database()("stock").orderBy(["kind", "size", "name"]);
  return rows.map((r) => ({
    id: r.id,
    kind: r.kind,
    name: r.name,
    size: r.size,
    diameter: r.diameter,
    pitch: r.pitch,
    place: r.place,
    reorderAt: r.reorder_at,
    price: r.price === null ? null : Number(r.price),
    held: r.held,
  }));
};

/** A new drawer; sent again it changes nothing. @throws StaleCopy when another one has that id */
export const saveStock = async (item: StockItem): Promise<void> => {
  const made = columns(item);
  await database()("stock")
    .insert({ id: item.id, ...made })
    .onConflict("id")
    .ignore();
  const stored = await database()("stock").where({ id: item.id }).first();
  const differs = (Object.keys(made) as (keyof typeof made)[]).some((k) => (stored?.[k] ?? null) !== (made[k] ?? null));
  if (differs)
    throw new StaleCopy(stored, item, "This drawer is there already, described otherwise; nothing was changed.", "id");
};

/**
 * What a piece costs a customer.
 *
 * @param seen what it cost where the new price was told
 * @throws BadInput when there is no such drawer, StaleCopy when somebody priced it otherwise meanwhile
 */
export const priceStock = (id: string, price: number | null, seen: number | null): Promise<void> =>
  inTransaction(async (trx) => {
    const drawer = await trx("stock").where({ id }).forUpdate().first("price");
    if (!drawer) throw notThere("drawer", "id");
    const stored = drawer.price === null ? null : Number(drawer.price);
    if (stored === price) return;
    if (stored !== seen) {
      const now = stored === null ? "The price was taken away" : `It was priced at ${stored}`;
      throw new StaleCopy({ price: stored }, { price }, `${now} elsewhere meanwhile; nothing was changed.`, "price");
    }
    await trx("stock").where({ id }).update({ price });
  });

export interface StockMove {
  readonly id: string;
  readonly stockId: string;
  readonly jobId: string | null;
  /** + came in, − taken. */
  readonly change: number;
  readonly note: string;
}

/** What lies in a drawer, with nobody else's hand in it until the transaction ends. */
const heldIn = async (trx: Knex.Transaction, id: string): Promise<number> =>
  (await trx("stock").where({ id }).forUpdate().first("held"))?.held ?? 0;

/** What a drawer holds is the sum of all that came and went, kept with it: no list goes through all moves there ever were. */
const putMove = async (trx: Knex.Transaction, m: StockMove): Promise<void> => {
  const { id, stockId: stock_id, jobId: job_id, change, note } = m;
  await trx("stock_moves").insert({ id, stock_id, job_id, change, note });
  await trx("stock").where({ id: stock_id }).increment("held", change);
};

/** The same id again changes nothing. @throws BadInput when more is taken than lies there */
export const moveStock = async (m: StockMove): Promise<void> => {
  await inTransaction(async (trx) => {
    // One hand at a time in a drawer: the second sees what the first left.
    const held = await heldIn(trx, m.stockId);
    if (await trx("stock_moves").where({ id: m.id }).first("id")) return;
    if (m.change < 0 && held + m.change < 0)
      throw new BadInput("change", `${-m.change} cannot be taken where ${held} lie; count the drawer`, {
        code: "out-of-range",
        given: -m.change,
        from: 0,
        to: held,
      });
    await putMove(trx, m);
  });
};

/** Takes a whole list in, or none of it: each drawer brought to the count given. */
export const importStock = async (items: readonly StockHeld[]): Promise<void> => {
  await inTransaction(async (trx) => {
    for (const item of items) {
      await trx("stock")
        .insert({ id: item.id, ...columns(item) })
        .onConflict("id")
        .merge();
      // As it is now and not as it was when this began: another list, or a hand in the drawer, may have come between.
      const change = item.held - (await heldIn(trx, item.id));
      if (change !== 0)
        await putMove(trx, { id: crypto.randomUUID(), stockId: item.id, jobId: null, change, note: "from a list" });
    }
  });
};
