import { basename } from "node:path";
import type { Restore } from "@/core/shop/restore";
import { BadInput } from "@/core/wheel/bad-input";
import { copyFile, fileForCopy } from "./copies";
import { environment } from "./environment";
import { lookInto, putInPlace } from "./restore";

const NONE: Restore = { step: null, found: null, failed: null, done: null };
/** One at a time, shared by all parts of the web server. */
const held = globalThis as { tallCompassRestore?: Restore };

export const restoreNow = (): Restore => held.tallCompassRestore ?? NONE;
const change = (to: Partial<Restore>): void => {
  held.tallCompassRestore = { ...restoreNow(), ...to };
};

/** Does one after another; what goes wrong is told with the rest. */
const underWay = async (work: () => Promise<Partial<Restore>>): Promise<void> => {
  try {
    change({ step: null, ...(await work()) });
  } catch (error) {
    change({ step: null, found: null, failed: error instanceof Error ? error.message : String(error) });
  }
};

const unlessBusy = (): void => {
  if (restoreNow().step !== null)
    throw new BadInput("copy", "a copy is being put back already; wait until that is done", {
      code: "stands-against",
      what: "copy",
    });
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
export const forgetCopy = (): void => {
  unlessBusy();
  held.tallCompassRestore = NONE;
};
