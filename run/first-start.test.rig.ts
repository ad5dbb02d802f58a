import { openRecord } from "./serve";

/** What `./start` does before anything is served, for a test to cut it off: `tsx run/first-start.test.rig.ts FOLDER`. */
const main = async (): Promise<void> => {
  delete process.env.DATABASE_URL;
  const server = await openRecord(process.argv[2]);
  await server?.stop();
};

main().catch((error) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
