import { tidyBeside } from "./beside";
import { closeDatabase, database } from "./database";
import { environment } from "./environment";
import { migrate } from "./migrate";

/** At the end of a command: it would wait for its connections. */
export const letRecordGo = (): Promise<void> => closeDatabase();

/** Brings the record up to this version, fills it where that is asked for, and lets the database go again. */
export const prepareRecord = async (fill: () => Promise<void> = async () => undefined): Promise<void> => {
  await tidyBeside(environment().DATABASE_URL ?? "");
  try {
    await migrate(database());
    await fill();
  } finally {
    await letRecordGo();
  }
};
