import { database } from "./database";
import { migrate } from "./migrate";

/** Brings the record up to this version, fills it where that is asked for, and lets the database go again. */
export const prepareRecord = async (fill: () => Promise<void> = async () => undefined): Promise<void> => {
  try {
    await migrate(database());
    await fill();
  } finally {
    await database().destroy();
  }
};
