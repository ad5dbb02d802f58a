import { basename } from "node:path";
import type { Restore } from "@/core/shop/restore";
import { BadInput } from "@/core/wheel/bad-input";
import { copyFile, fileForCopy } from "./copies";
import { environment } from "./environment";
import { type Lease, leaseOf } from "./lease";
import { lookInto, putInPlace } from "./restore";

const NONE: Restore = { step: null, found: null, failed: null, done: null };
/** One at a time, shared by all parts of the web server. */
const held = globalThis as { tallCompassRestore?: Restore };

export const restoreNow = (): Restore => held.tallCompassRestore ?? NONE;
const change = (to: Partial<Restore>): void => {
  held.tallCompassRestore = { ...restoreNow(), ...to };
};

/** On a record of several servers what stands beside is this one's, from the first look until it is put in place or not wanted. */
const beside = globalThis as { tallCompassRestoreLease?: Lease | null };
const letGo = async (): Promise<void> => {
  const lease = beside.tallCompassRestoreLease;
  beside.tallCompassRestoreLease = null;
  await lease?.release();
};

/** Does one after another; what goes wrong is told with the rest. */
const underWay = async (work: () => Promise<Partial<Restore>>): Promise<void> => {
  try {
    change({ step: null, ...(await work()) });
  } catch (error) {
    change({ step: null, found: null, failed: error instanceof Error ? error.message : String(error) });
  }
  if (restoreNow().found === null) await letGo();
};

const isBusy = () =>
  new BadInput("copy", "a copy is being looked into or put back already; wait until that is done", {
    code: "stands-against",
    what: "copy",
  });
const unlessBusy = (): void => {
  if (restoreNow().step !== null) throw isBusy();
};

/**
 * Begins to look into a copy; what is found waits to be put in the shop's place.
 *
 * @returns what to wait for
 * @throws BadInput when there is none of that name
 */
export const lookIntoCopy = async (name: string): Promise<{ done: Promise<void> }> => {
  unlessBusy();
  const file = await copyFile(name);
  if (!file) throw new BadInput("copy", `there is no copy called ${name}`, { code: "not-there" });
  const { DATABASE_URL: url = "" } = environment();
  await letGo();
  const lease = await leaseOf("restore");
  if (lease === "taken") throw isBusy();
  beside.tallCompassRestoreLease = lease;
  held.tallCompassRestore = { ...NONE, step: "reading" };
  return { done: underWay(async () => ({ found: await lookInto(url, file, "beside", (step) => change({ step })) })) };
};

/** Begins to put what was found in the shop's place. @throws BadInput when that copy was not looked into */
export const takeCopy = async (name: string): Promise<{ done: Promise<void> }> => {
  unlessBusy();
  if (restoreNow().found?.copy !== name)
    throw new BadInput("copy", `${name} was not looked into yet; nothing was changed`, { code: "not-there" });
  const { DATABASE_URL: url = "" } = environment();
  const before = await fileForCopy("before");
  change({ step: "copying", failed: null });
  return {
    done: underWay(async () => {
      await putInPlace(url, before, (step) => change({ step }));
      return { found: null, done: { copy: name, before: basename(before) } };
    }),
  };
};

/** What was found is not wanted; what was told of the last one is seen. */
export const forgetCopy = async (): Promise<void> => {
  unlessBusy();
  held.tallCompassRestore = NONE;
  await letGo();
};
