import { linkSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { ownFolder } from "./own-folder";

/** A program of this machine: its number, and when it was begun, for numbers come again. */
interface Program {
  readonly pid: number;
  readonly begun: string;
}

/** Who works with a folder, and what it started for that. */
interface Claim extends Program {
  /** Where its pages are, for this machine's own commands; null for a command that shows none. */
  readonly address: string | null;
  /** The same as everybody else is told. */
  readonly shown?: string;
  readonly children: readonly Program[];
}

/** What whoever claimed a folder does with the claim. */
export interface FolderClaim {
  /** Something was started that must not outlive whoever claimed the folder. */
  readonly started: (pid: number) => void;
  readonly served: (address: string, shown?: string) => void;
  readonly release: () => void;
}

/** ms a program is given to end by itself. */
const PATIENCE = 1500;

/** Null when no such program runs. Ticks since the machine was started, and which start that was. */
const begunAt = (pid: number): string | null => {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, "utf8");
    const [state, ...rest] = stat.slice(stat.lastIndexOf(")") + 2).split(" ");
    const boot = readFileSync("/proc/sys/kernel/random/boot_id", "utf8").trim();
    return state === "Z" ? null : `${boot} ${rest[18]}`;
  } catch {
    return null;
  }
};
const runs = ({ pid, begun }: Program): boolean => begunAt(pid) === begun;

const wait = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

/** Ends what a dead program left running: asked first, then made to. */
const end = async (left: Program): Promise<void> => {
  const tell = (signal: NodeJS.Signals) => {
    // With all it started, where it is the first of a group of its own.
    for (const to of [-left.pid, left.pid])
      try {
        process.kill(to, signal);
        return;
      } catch {
        // No such group, or gone meanwhile.
      }
  };
  tell("SIGTERM");
  for (const until = Date.now() + PATIENCE; runs(left) && Date.now() < until; ) await wait(50);
  if (runs(left)) tell("SIGKILL");
  while (runs(left)) await wait(20);
};

/** In the environment of all that is started for a folder: what was begun in the moment its starter died is in no claim. */
const WORKS_FOR = "TALL_COMPASS_WORKS_FOR";
/** To be put into the environment of what is started for a folder. */
export const worksFor = (folder: string): Readonly<Record<string, string>> => ({ [WORKS_FOR]: resolve(folder) });

/** What works for a folder, told by itself. */
const workingFor = (folder: string): Program[] => {
  const mark = `${WORKS_FOR}=${resolve(folder)}\0`;
  return readdirSync("/proc").flatMap((name) => {
    const pid = Number(name);
    if (!Number.isInteger(pid) || pid === process.pid) return [];
    try {
      const begun = begunAt(pid);
      return begun !== null && readFileSync(`/proc/${pid}/environ`, "latin1").includes(mark) ? [{ pid, begun }] : [];
    } catch {
      // Somebody else's, or gone meanwhile.
      return [];
    }
  });
};

const fileOf = (folder: string) => join(folder, "running.json");
const read = (folder: string): Claim | null => {
  try {
    return JSON.parse(readFileSync(fileOf(folder), "utf8")) as Claim;
  } catch {
    return null;
  }
};
/** Whole or not at all, whenever it is cut off. */
const written = (folder: string, claim: Claim): string => {
  const half = `${fileOf(folder)}.${process.pid}`;
  writeFileSync(half, JSON.stringify(claim), { mode: 0o600 });
  return half;
};

/** Where the shop of a folder is served now; null where it is not. */
export const servedAt = (folder: string): string | null => {
  const claim = read(folder);
  return claim && runs(claim) ? claim.address : null;
};

/** Takes a dead program's claim away; one that somebody who came at the same moment has put in its place goes back. */
const takeAway = (folder: string, dead: Claim | null): void => {
  const aside = `${fileOf(folder)}.${process.pid}.aside`;
  try {
    renameSync(fileOf(folder), aside);
    const claim = JSON.parse(readFileSync(aside, "utf8")) as Claim;
    if (dead && claim.pid === dead.pid && claim.begun === dead.begun) return;
    if (runs(claim)) linkSync(aside, fileOf(folder));
  } catch {
    // Taken away by another, or no claim that can be read: the next look tells.
  } finally {
    rmSync(aside, { force: true });
  }
};

/** Claims of this very program, by folder. */
const held = new Map<string, Claim>();

/**
 * One program at a time works with a folder. What a dead one left running is ended by its own numbers, and its place taken.
 *
 * @throws when another one works with it, with its address
 */
export const claimFolder = async (folder: string): Promise<FolderClaim> => {
  ownFolder(folder);
  const own: Claim = { pid: process.pid, begun: begunAt(process.pid) ?? "", address: null, children: [] };
  for (;;) {
    const half = written(folder, own);
    try {
      // Only one can make it, however many try at once.
      linkSync(half, fileOf(folder));
      break;
    } catch {
      const other = read(folder);
      const mine = other?.pid === process.pid && !other.children.some(runs);
      if (other && runs(other) && !mine)
        throw new Error(
          other.address
            ? `it runs already, at ${other.shown ?? other.address}; open that, or end it first`
            : `another command (process ${other.pid}) is working with ${folder}; wait until it is done`,
        );
      await Promise.all((other?.children ?? []).filter(runs).map(end));
      takeAway(folder, other);
    } finally {
      rmSync(half, { force: true });
    }
  }
  // The place is ours: whatever works for the folder yet was left by one that is dead.
  await Promise.all(workingFor(folder).map(end));
  held.set(folder, own);
  const change = (to: Partial<Claim>) => {
    const next = { ...(held.get(folder) ?? own), ...to };
    held.set(folder, next);
    renameSync(written(folder, next), fileOf(folder));
  };
  return {
    started: (pid) => change({ children: [...(held.get(folder)?.children ?? []), { pid, begun: begunAt(pid) ?? "" }] }),
    served: (address, shown = address) => change({ address, shown }),
    release: () => {
      if (held.delete(folder)) rmSync(fileOf(folder), { force: true });
    },
  };
};

/** Before this program ends, whatever it was about: all it started is ended, and what it claimed is free. */
export const endAllClaimed = async (): Promise<void> => {
  for (const [folder, claim] of held) {
    await Promise.all([...claim.children.filter(runs), ...workingFor(folder)].map(end));
    held.delete(folder);
    rmSync(fileOf(folder), { force: true });
  }
};

/** A command that is ended before it is done leaves nothing running of what it started. */
export const endAllWhenEnded = (): void => {
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const)
    process.on(signal, () => void endAllClaimed().finally(() => process.exit(1)));
};
