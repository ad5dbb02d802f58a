import { type ChildProcess, spawn } from "node:child_process";
import { once } from "node:events";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { loadDemoOnce } from "@/demo/load";
import { prepareRecord } from "@/store/prepare";
import { claimFolder, type FolderClaim, worksFor } from "../folder-claim";
import { freePort } from "../free-port";
import { keepUp } from "../kept-up";
import { answers, endWeb, startWeb } from "../serve";
import { type RecordNode, RecordNodes } from "./record-nodes";

/** Web servers, each asking another server of the record first. */
const WEBS = 2;

/** One web server of several. */
export interface Web {
  readonly name: string;
  readonly address: string;
  process: ChildProcess;
  readonly again: () => Promise<ChildProcess>;
}

interface Options {
  readonly folder: string;
  /** Of what stands before them. */
  readonly port: number;
  readonly log: (what: string) => void;
  readonly say: (what: string) => void;
  /** Where to look when something ends again and again. */
  readonly logs: string;
  /** Called when the folder is this program's. @returns headers that let this machine in */
  readonly claimed?: () => Readonly<Record<string, string>>;
  /** Told to whoever is not to be bothered. */
  readonly quiet?: boolean;
}

/** Three servers of one record, two web servers and what stands before them, all on this machine and kept up. */
export interface ManyServers {
  readonly address: string;
  readonly nodes: RecordNodes;
  readonly webs: readonly Web[];
  readonly proxy: () => ChildProcess;
  readonly claim: FolderClaim;
  readonly stop: () => Promise<void>;
}

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

const startProxy = async (folder: string, port: number, webs: readonly Web[]): Promise<ChildProcess> => {
  const proxy = spawn("haproxy", ["-db", "-f", "deploy/haproxy.cfg"], {
    stdio: "ignore",
    detached: true,
    env: {
      ...process.env,
      ...worksFor(folder),
      TALL_COMPASS_BIND: `127.0.0.1:${port}`,
      TALL_COMPASS_HOST: `127.0.0.1:${port}`,
      ...Object.fromEntries(webs.map((web, i) => [`TALL_COMPASS_WEB${i + 1}`, new URL(web.address).host])),
    },
  });
  const missing = new Promise<never>((_, fail) => {
    proxy.once("error", () => fail(new Error("haproxy is missing: apt-get install haproxy")));
  });
  await Promise.race([pause(150), missing]);
  return proxy;
};

/**
 * ms a node that ended is left alone, as the system's own supervisor does: one that comes back while the others still agree
 * to go on without it has them agree anew, and twice as long they answer nobody.
 */
const LEFT_ALONE = 5000;

const keepNode = (nodes: RecordNodes, node: RecordNode, told: Pick<Options, "say" | "logs">): (() => void) =>
  keepUp(node.process as ChildProcess, {
    name: `the record's ${node.name}`,
    again: async () => {
      await pause(LEFT_ALONE);
      await nodes.again(node);
      return node.process as ChildProcess;
    },
    say: told.say,
    log: told.logs,
  });

/** Starts all of it, and waits until it answers. */
export const startMany = async (options: Options): Promise<ManyServers> => {
  const { folder, port, log, say, logs, claimed, quiet = false } = options;
  const claim = await claimFolder(folder);
  const own = claimed?.() ?? {};
  const onEnd: (() => void)[] = [];
  const nodes = await RecordNodes.open(join(folder, "nodes")).catch((error) => {
    claim.release();
    throw error;
  });
  let proxy: ChildProcess | null = null;
  const webs: Web[] = [];
  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    for (const end of onEnd) end();
    if (proxy && proxy.exitCode === null && proxy.signalCode === null) {
      proxy.kill("SIGKILL");
      await once(proxy, "exit");
    }
    await Promise.all(webs.map((web) => endWeb(web.process)));
    await nodes.stop();
    claim.release();
  };
  try {
    // This machine's commands ask all of them too.
    writeFileSync(join(folder, "url"), nodes.urlFrom(), { mode: 0o600 });
    process.env.DATABASE_URL = nodes.urlFrom();
    await prepareRecord(loadDemoOnce);
    for (const node of nodes.nodes) onEnd.push(keepNode(nodes, node, options));
    for (let i = 0; i < WEBS; i++) {
      const at = await freePort();
      const address = `http://127.0.0.1:${at}`;
      const serve = (): ChildProcess => {
        const begun = startWeb("start", at, log, quiet, { DATABASE_URL: nodes.urlFrom(i) });
        if (begun.pid) claim.started(begun.pid);
        return begun;
      };
      const web: Web = {
        ...{ name: `web server ${i + 1}`, address, process: serve() },
        again: async () => {
          web.process = serve();
          if (!(await answers(`${address}/api/health`, web.process, true, own))) throw new Error("it did not come up");
          return web.process;
        },
      };
      webs.push(web);
    }
    for (const web of webs) {
      if (!(await answers(`${web.address}/api/health`, web.process, false, own)))
        throw new Error(`the ${web.name} did not come up`);
      onEnd.push(keepUp(web.process, { name: `the ${web.name}`, again: web.again, say, log: logs }));
    }
    const begin = async (): Promise<ChildProcess> => {
      proxy = await startProxy(folder, port, webs);
      if (proxy.pid) claim.started(proxy.pid);
      if (proxy.exitCode !== null) throw new Error(`it would not start on port ${port}`);
      return proxy;
    };
    onEnd.push(keepUp(await begin(), { name: "the proxy", again: begin, say, log: logs }));
    const address = `http://127.0.0.1:${port}`;
    for (const until = Date.now() + 30_000; ; await pause(100)) {
      const up = await fetch(`${address}/api/health`, { headers: own }).then(
        (r) => r.ok,
        () => false,
      );
      if (up) break;
      if (Date.now() > until) throw new Error("no web server was found well by the proxy");
    }
    return { address, nodes, webs, proxy: () => proxy as ChildProcess, claim, stop };
  } catch (error) {
    await stop();
    throw error;
  }
};
