import { type ChildProcess, execFileSync, spawn } from "node:child_process";
import { once } from "node:events";
import { mkdirSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { join, resolve } from "node:path";
import { type Browser, chromium } from "@playwright/test";

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer();
    probe.listen(0, "127.0.0.1", () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => done(port));
    });
  });

/** A shop of its own, served to its network as `./start --shop` does, with nothing in it. */
export interface Workshop {
  readonly folder: string;
  /** By its name, as a device in the workshop finds it. */
  readonly address: string;
  readonly trust: string;
  /** The pages' own server, that only the front may ask. */
  readonly inner: string;
  /** What makes the first owner. */
  readonly code: string;
  readonly stop: () => Promise<void>;
}

export const openWorkshop = async (name: string): Promise<Workshop> => {
  const folder = resolve(".test-output", name);
  rmSync(folder, { recursive: true, force: true });
  const [inner, secure, trust] = [await freePort(), await freePort(), await freePort()];
  const env: NodeJS.ProcessEnv = {
    ...process.env,
    TALL_COMPASS_DATA: folder,
    TALL_COMPASS_DEMO: "no",
    TALL_COMPASS_ANNOUNCE: "no",
    PORT: String(inner),
    SHOP_PORT: String(secure),
    TRUST_PORT: String(trust),
  };
  delete env.DATABASE_URL;
  const shop: ChildProcess = spawn("node_modules/.bin/tsx", ["run/start.ts", "--shop"], {
    env,
    stdio: ["ignore", "pipe", "pipe"],
  });
  let said = "";
  const told = new Promise<string>((done, fail) => {
    const hear = (words: Buffer) => {
      said += words.toString();
      const code = /code=([A-Z0-9-]{9})/.exec(said);
      if (code) done(code[1]);
    };
    shop.stdout?.on("data", hear);
    shop.stderr?.on("data", hear);
    shop.once("exit", (status) => fail(new Error(`./start --shop ended with ${status}: ${said}`)));
  });
  const code = await told;
  return {
    ...{ folder, code, address: `https://tall-compass.local:${secure}` },
    trust: `http://tall-compass.local:${trust}`,
    inner: `http://127.0.0.1:${inner}`,
    stop: async () => {
      const gone = once(shop, "exit");
      shop.kill("SIGTERM");
      await gone;
      rmSync(folder, { recursive: true, force: true });
    },
  };
};

/** A device of the workshop: its browser finds the shop's name, and trusts its authority where it was told to. */
export const workshopBrowser = (shop: Workshop, trusts: boolean): Promise<Browser> => {
  const home = join(shop.folder, trusts ? "home-trusting" : "home");
  const store = join(home, ".pki/nssdb");
  mkdirSync(store, { recursive: true });
  if (trusts) {
    execFileSync("certutil", ["-d", `sql:${store}`, "-N", "--empty-password"]);
    const authority = join(shop.folder, "network/authority.crt");
    execFileSync("certutil", ["-d", `sql:${store}`, "-A", "-t", "C,,", "-n", "workshop", "-i", authority]);
  }
  return chromium.launch({
    executablePath: "/usr/bin/chromium",
    env: { ...process.env, HOME: home } as Record<string, string>,
    args: [
      ...["--no-sandbox", "--disable-background-networking", "--disable-component-update", "--disable-sync"],
      "--host-resolver-rules=MAP tall-compass.local 127.0.0.1",
    ],
  });
};
