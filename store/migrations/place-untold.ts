import type { Knex } from "knex";

/** Which wheel of the machine it is was “front” where nobody had said: now it is nothing until somebody says. */
export const up = (knex: Knex): Promise<void> =>
  knex.raw("alter table wheels modify place enum('', 'front', 'rear', 'other') not null default ''");

export const down = async (knex: Knex): Promise<void> => {
  await knex("wheels").where({ place: "" }).update({ place: "other" });
  await knex.raw("alter table wheels modify place enum('front', 'rear', 'other') not null default 'front'");
};
