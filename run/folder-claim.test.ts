import { spawn } from "node:child_process";
import { once } from "node:events";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "vitest";
import { claimFolder, endAllClaimed, worksFor } from "./folder-claim";

const folder = () => mkdtempSync(join(tmpdir(), "claimed-"));
const begin = (of: string) =>
  spawn(process.execPath, ["-e", "setInterval(() => {}, 1000)"], {
    ...{ stdio: "ignore", detached: true, env: { ...process.env, ...worksFor(of) } },
  });

test("what was begun in the moment its starter died, and stands in no claim, is ended by whoever takes the folder; another folder's is left alone", async () => {
  const [ours, other] = [folder(), folder()];
  const [left, apart] = [begin(ours), begin(other)];
  const ended = once(left, "exit");
  const claim = await claimFolder(ours);
  const [, signal] = await ended;
  expect(signal).toBe("SIGTERM");
  expect([apart.exitCode, apart.signalCode]).toEqual([null, null]);
  // What it starts itself is its own.
  const own = begin(ours);
  claim.started(own.pid ?? 0);
  expect([own.exitCode, own.signalCode]).toEqual([null, null]);
  // Ended itself, whatever works for its folders goes with it.
  const untold = begin(ours);
  const gone = Promise.all([own, untold].map((p) => once(p, "exit")));
  await endAllClaimed();
  await gone;
  expect([apart.exitCode, apart.signalCode]).toEqual([null, null]);
  apart.kill("SIGKILL");
  await once(apart, "exit");
});
