import { readdirSync, realpathSync } from "node:fs";
import { join } from "node:path";

/** A serial port of the machine the shop runs on. */
export interface Port {
  readonly path: string;
  readonly name: string;
}

/** Ports that are there before anything is plugged in, and hardly ever have anything on them, are not offered. */
const PLUGGED_IN = /^tty(USB|ACM|AMA|XRUSB)\d+$/;
const BY_NAME = "/dev/serial/by-id";

const inFolder = (folder: string): string[] => {
  try {
    return readdirSync(folder);
  } catch {
    // Made by the system when the first is plugged in.
    return [];
  }
};

/**
 * What is plugged into this machine, and what was laid into the shop's own folder `gauges`: a link to a port that has no
 * usual name, or to one that is made up. Nothing else is ever opened.
 *
 * @param folder of the shop's data
 */
export const portsHere = (folder: string): readonly Port[] => {
  const named = inFolder(BY_NAME).map((name) => ({ path: join(BY_NAME, name), name: name.replace(/^usb-/, "") }));
  const known = new Set(
    named.flatMap(({ path }) => {
      try {
        return [realpathSync(path)];
      } catch {
        return [];
      }
    }),
  );
  const plain = inFolder("/dev")
    .filter((name) => PLUGGED_IN.test(name) && !known.has(join("/dev", name)))
    .map((name) => ({ path: join("/dev", name), name }));
  const own = join(folder, "gauges");
  return [...named, ...plain, ...inFolder(own).map((name) => ({ path: join(own, name), name }))];
};
