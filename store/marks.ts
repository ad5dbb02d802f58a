import type { Knex } from "knex";
import { BadInput } from "@/core/wheel/bad-input";
import { numberVisits } from "./visits";

/** A mark no wheel has: W001 and on; to be asked by one at a time. */
export const nextMark = async (trx: Knex.Transaction): Promise<string> => {
  for (;;) {
    await trx("marks_given").increment("last");
    const last = (await trx("marks_given").first("last"))?.last ?? 0;
    const mark = `W${String(last).padStart(3, "0")}`;
    if (!(await trx("wheels").where({ mark }).first("id"))) return mark;
  }
};

/** Another wheel that is known by this mark already, however it is written; null for none. */
export const otherWheelMarked = async (
  db: Knex | Knex.Transaction,
  mark: string,
  wheelId: string,
): Promise<{ readonly id: string; readonly told: string } | null> => {
  const other = await db("wheels")
    .join("customers", "customers.id", "wheels.customer_id")
    .where({ mark })
    .whereNot("wheels.id", wheelId)
    .first("wheels.id", "wheels.machine", "customers.name");
  if (!other) return null;
  return {
    id: other.id,
    told: [other.machine || "a wheel", other.name && `of ${other.name}`].filter(Boolean).join(" "),
  };
};

/** The mark itself, or with the first number behind it that makes it no other wheel's: `H-014 (2)`. */
export const markOfItsOwn = async (db: Knex | Knex.Transaction, mark: string, wheelId: string): Promise<string> => {
  for (let n = 1; ; n++) {
    const own = n === 1 ? mark : `${mark.slice(0, 54)} (${n})`;
    if (!(await otherWheelMarked(db, own, wheelId))) return own;
  }
};

export const markIsTaken = (mark: string, told: string): BadInput =>
  new BadInput(
    "mark",
    `“${mark}” is here already: ${told}. Take it once more and this visit joins that wheel; another mark keeps the two apart.`,
    { code: "stands-against", what: "mark" },
  );

/** This visit is one of that wheel; a wheel and a customer made for it alone go. */
export const joinWheel = async (trx: Knex.Transaction, jobId: string, from: string, to: string): Promise<void> => {
  await trx("jobs").where({ id: jobId }).update({ wheel_id: to });
  await numberVisits(trx, to);
  if (await trx("jobs").where({ wheel_id: from }).first("id")) return numberVisits(trx, from);
  const customer_id = (await trx("wheels").where({ id: from }).first("customer_id"))?.customer_id ?? "";
  // An address of it shows the one it turned out to be, where that one has none.
  if (!(await trx("customer_links").where({ wheel_id: to }).first("wheel_id")))
    await trx("customer_links").where({ wheel_id: from }).update({ wheel_id: to });
  await trx("wheels").where({ id: from }).delete();
  if (!(await trx("wheels").where({ customer_id }).first("id")))
    await trx("customers").where({ id: customer_id }).delete();
};
