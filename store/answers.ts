import { openDatabase } from "./database";

/** Asks a database whether it answers. @throws what it says when it does not */
export const databaseAnswers = async (url: string): Promise<void> => {
  const db = openDatabase(url);
  try {
    await db.raw("select 1");
  } finally {
    await db.destroy();
  }
};
