import { createConnection } from "mysql2/promise";
import { serversOf } from "./record-address";

/** Asks a database whether it answers, at any of its servers. @throws what the nearest says when none does */
export const databaseAnswers = async (url: string): Promise<void> => {
  await Promise.any(serversOf(url).map(serverAnswers)).catch((error: AggregateError) => {
    throw error.errors[0] ?? error;
  });
};

const serverAnswers = async (url: string): Promise<void> => {
  // A connection by itself, no pool: while a server starts its refusals are no news to anybody.
  const connection = await createConnection({ uri: url, connectTimeout: 5000 });
  try {
    await connection.query("select 1");
  } finally {
    await connection.end();
  }
};
