import { existsSync, mkdirSync, readFileSync, rmdirSync, statSync, writeFileSync } from "node:fs";

/** Writes a second: a memory card, or a disk that has much else to do. One confirmed change is several. */
const WRITES = 20;

/** How a Linux kernel lets a program have only so many: by its older control groups, and by its newer. */
const WAYS = [
  {
    root: "/sys/fs/cgroup/blkio",
    limit: "blkio.throttle.write_iops_device",
    told: (disk: string) => `${disk} ${WRITES}`,
    own: /^\d+:blkio:(\/.*)$/m,
  },
  { root: "/sys/fs/cgroup", limit: "io.max", told: (disk: string) => `${disk} wiops=${WRITES}`, own: /^0::(\/.*)$/m },
] as const;

/** The whole disk a folder lies on, by its numbers: what a part of it is asked for is counted there. */
const diskOf = (folder: string): string => {
  const { dev } = statSync(folder);
  const numbers = `${(dev >> 8) & 0xfff}:${(dev & 0xff) | ((dev >> 12) & 0xfff00)}`;
  const at = `/sys/dev/block/${numbers}`;
  return existsSync(`${at}/partition`) ? readFileSync(`${at}/../dev`, "utf8").trim() : numbers;
};

/**
 * Lets a program write little at a time to the disk a folder lies on.
 *
 * @returns how to let it go on as before; null where this machine, or who works here, cannot do that
 */
export const slowDisk = (pid: number, folder: string): (() => void) | null => {
  for (const { root, limit, told, own } of WAYS) {
    const slow = `${root}/tall-compass-slow-${pid}`;
    const enter = (group: string) => writeFileSync(`${group}/cgroup.procs`, String(pid));
    try {
      const [, before] = own.exec(readFileSync(`/proc/${pid}/cgroup`, "utf8")) ?? [];
      if (before === undefined) continue;
      mkdirSync(slow);
      writeFileSync(`${slow}/${limit}`, told(diskOf(folder)));
      enter(slow);
      return () => {
        try {
          enter(`${root}${before}`);
        } catch {
          // It ended meanwhile, and is in no group any more.
        }
        rmdirSync(slow);
      };
    } catch {
      if (existsSync(slow)) rmdirSync(slow);
    }
  }
  return null;
};
