import { environment } from "@/store/environment";
import { letRecordGo } from "@/store/prepare";
import { lookIntoCopy, restoreNow, takeCopy } from "@/store/restoring";
import { openRecord } from "./serve";

/** A copy put back from first to last, for a test to cut it off: `tsx run/restore.test.rig.ts FOLDER COPY`. */
const main = async (): Promise<void> => {
  delete process.env.DATABASE_URL;
  process.env.TALL_COMPASS_DATA = process.argv[2];
  const server = await openRecord(environment().TALL_COMPASS_DATA);
  try {
    const copy = process.argv[3];
    await (await lookIntoCopy(copy)).done;
    console.log("looked");
    const { done } = await takeCopy(copy);
    // Told as it comes: the moment it is put in place is the one to cut it off at.
    const watch = setInterval(() => console.log(restoreNow().step), 2);
    await done;
    clearInterval(watch);
    if (restoreNow().failed) throw new Error(restoreNow().failed ?? "");
  } finally {
    await letRecordGo();
    await server?.stop();
  }
};

main().catch((error) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
