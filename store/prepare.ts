import { tidyBeside } from "./beside";
import { closeDatabase, database } from "./database";
import { environment } from "./environment";
import { leasedFor, replicates } from "./lease";
import { bringUp, upgradingAlone } from "./migrate";

/** At the end of a command: it would wait for its connections. */
export const letRecordGo = (): Promise<void> => closeDatabase();

/** Brings the record up to this version, fills it where that is asked for, and lets the database go again. */
export const prepareRecord = async (fill: () => Promise<void> = async () => undefined): Promise<void> => {
  try {
    const db = database();
    await upgradingAlone(db, async () => {
      // What another server looks into just now stays.
      const looking = (await replicates(db)) && (await leasedFor(db, "restore")) !== null;
      if (!looking) await tidyBeside(environment().DATABASE_URL ?? "");
      await bringUp(db);
      await fill();
    });
  } finally {
    await letRecordGo();
  }
};
