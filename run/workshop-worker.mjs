import { parentPort } from "node:worker_threads";
import { register } from "tsx/esm/api";

// A worker does not inherit its parent's way of reading TypeScript.
register();
const { WORKSHOP_CLASSES, workshopTrial } = await import("../core/truing/workshop-trials.test.rig.ts");

parentPort?.on("message", ({ build, seed, start }) => {
  parentPort?.postMessage(WORKSHOP_CLASSES.map((c) => workshopTrial(c, build, seed, start)));
});
