import { createConnection } from "mysql2/promise";

/** Asks a database whether it answers. @throws what it says when it does not */
export const databaseAnswers = async (url: string): Promise<void> => {
  // A connection by itself, no pool: while a server starts its refusals are no news to anybody.
  const connection = await createConnection({ uri: url, connectTimeout: 5000 });
  try {
    await connection.query("select 1");
  } finally {
    await connection.end();
  }
};
