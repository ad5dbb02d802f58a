import { writeFileSync } from "node:fs";
import { endAllWhenEnded } from "./folder-claim";

/** Runs an attack on a shop as a command of its own; what came of it stands in a report, for `./test` to count. */
export const runAttack = (report: string, seed: number, attack: () => Promise<boolean>): void => {
  endAllWhenEnded();
  attack().then(
    (good) => {
      writeFileSync(report, JSON.stringify({ passed: good ? 1 : 0, failed: good ? 0 : 1, seed }));
      process.exit(good ? 0 : 1);
    },
    (error) => {
      console.error(error instanceof Error ? error.message : error);
      process.exit(1);
    },
  );
};
