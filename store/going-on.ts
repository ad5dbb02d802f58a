import type { Knex } from "knex";

/** What the database says of a change of its tables that is made already: there is such a table, column, index, key; or none. */
const MADE_ALREADY = new Set([1050, 1051, 1060, 1061, 1091, 1826, 1005]);
const CHANGES_TABLES = /^\s*(create|alter|drop)\s/i;

interface Asked {
  readonly sql?: string;
  response?: unknown;
}
/** The one place of knex through which every statement goes. */
interface Client {
  _query: (connection: unknown, asked: Asked) => Promise<unknown>;
}

/**
 * Goes on with a migration that was cut off: each change of a table is whole or not made at all, so one that is made
 * already is passed over. What is no change of a table must by itself come to the same when it is done twice.
 */
export const goingOn = async (knex: Knex, work: () => Promise<unknown>): Promise<void> => {
  const client = knex.client as Client;
  const asking = client._query;
  client._query = (connection, asked) =>
    asking.call(client, connection, asked).catch((error: { readonly errno?: number }) => {
      if (!CHANGES_TABLES.test(asked.sql ?? "") || !MADE_ALREADY.has(error.errno ?? 0)) throw error;
      asked.response = [{}, []];
      return asked;
    });
  try {
    await work();
  } finally {
    client._query = asking;
  }
};
