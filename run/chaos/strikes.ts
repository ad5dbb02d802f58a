import { stateOf } from "@/store/record-server";
import type { ManyServers } from "../many/many-servers";

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** ms a blow that is taken back lasts. */
const LASTS = 4000;
/** ms a server of the record has to be one of three again. */
const BACK = 90_000;

export const BLOWS = [
  "node killed",
  "node frozen",
  "node cut off",
  "node slow",
  "disk slow",
  "web server killed",
  "web server frozen",
  "proxy killed",
] as const;
export type Blow = (typeof BLOWS)[number];

/** Does it, and takes it back where that is no restart. @param which of the servers of its kind */
export const strike = async (many: ManyServers, blow: Blow, which: number): Promise<void> => {
  const node = many.nodes.nodes[which % 3];
  const web = many.webs[which % 2].process;
  /** It runs a little at a time, as on a machine that has much else to do. */
  const slow = async () => {
    for (const until = Date.now() + LASTS; Date.now() < until; ) {
      node.tell("SIGSTOP");
      await pause(80);
      node.tell("SIGCONT");
      await pause(15);
    }
  };
  const kill = (pid: number | undefined, signal: NodeJS.Signals) => {
    if (pid) process.kill(-pid, signal);
  };
  switch (blow) {
    case "node killed":
      return node.tell("SIGKILL");
    case "node frozen":
      node.tell("SIGSTOP");
      await pause(LASTS);
      return node.tell("SIGCONT");
    case "node cut off":
      node.cutOff(true);
      await pause(LASTS);
      return node.cutOff(false);
    case "node slow":
      return slow();
    case "disk slow": {
      const asBefore = node.slowDisk();
      await pause(LASTS);
      return asBefore?.();
    }
    case "web server killed":
      return kill(web.pid, "SIGKILL");
    case "web server frozen":
      kill(web.pid, "SIGSTOP");
      await pause(LASTS);
      return kill(web.pid, "SIGCONT");
    case "proxy killed":
      many.proxy().kill("SIGKILL");
  }
};

/** Waits until every server is as before. @returns whether it came to that */
export const allWell = async (many: ManyServers): Promise<boolean> => {
  for (const until = Date.now() + BACK; Date.now() < until; await pause(200)) {
    const nodes = await Promise.all(many.nodes.nodes.map((node) => stateOf(node.url)));
    const webs = await Promise.all(
      many.webs.map((web) =>
        fetch(`${web.address}/api/health`, { signal: AbortSignal.timeout(2000) }).then(
          (r) => r.ok,
          () => false,
        ),
      ),
    );
    if (nodes.every((s) => s === "ready") && webs.every(Boolean)) return true;
  }
  return false;
};
