import type { Knex } from "knex";

/** Who trains on a practice wheel, on which level, how it was last scored; and each round's own plan beside the others. */
export const up = async (knex: Knex): Promise<void> => {
  await knex.schema.alterTable("practice_wheels", (t) => {
    t.string("level", 20).nullable();
    t.string("who", 60).notNullable().defaultTo("");
    t.json("score").nullable();
    // What the wheel and its record were when it was scored: another one since, and the score is an old one.
    t.string("score_of", 40).notNullable().defaultTo("");
  });
  await knex.schema.createTable("practice_plans", (t) => {
    t.engine("InnoDB");
    t.charset("utf8mb4");
    t.string("round_id", 36).notNullable().primary().references("rounds.id").onDelete("CASCADE");
    t.string("job_id", 36).notNullable().references("jobs.id").onDelete("CASCADE");
    t.string("who", 60).notNullable().defaultTo("");
    t.integer("hints").notNullable().defaultTo(0);
    t.string("chosen", 10).notNullable();
    t.json("plans").notNullable();
    t.dateTime("created_at", { precision: 3 }).notNullable().defaultTo(knex.fn.now(3));
  });
};

export const down = async (knex: Knex): Promise<void> => {
  await knex.schema.dropTable("practice_plans");
  await knex.schema.alterTable("practice_wheels", (t) => t.dropColumns("level", "who", "score", "score_of"));
};
