import { type ChildProcess, execFileSync, spawn } from "node:child_process";
import { once } from "node:events";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { join, resolve } from "node:path";
import { type Browser, type BrowserContext, chromium, expect, type Page } from "@playwright/test";
import { freePort } from "@/run/free-port";
import { THE_BROWSER } from "./the-browser";

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
  /** As a power cut does. */
  readonly kill: () => Promise<void>;
  /** Started once more, at the same addresses. */
  readonly again: () => Promise<void>;
  readonly stop: () => Promise<void>;
}

/** All that runs for a folder. */
const runningFor = (folder: string): number[] =>
  readdirSync("/proc").flatMap((id) => {
    try {
      const isOurs = /^\d+$/.test(id) && Number(id) !== process.pid;
      return isOurs && readFileSync(`/proc/${id}/environ`, "utf8").includes(`TALL_COMPASS_DATA=${folder}\0`)
        ? [Number(id)]
        : [];
    } catch {
      // Gone already, or none of ours.
      return [];
    }
  });

/** Ends whatever runs for a folder, at once and with no goodbye, as a power cut does. */
const cutPower = (folder: string): void => {
  // One that is ended a moment later than the database starts that again in between: until nothing runs.
  for (let ids = runningFor(folder); ids.length > 0; ids = runningFor(folder))
    for (const id of ids)
      try {
        process.kill(id, "SIGKILL");
      } catch {
        // Gone already.
      }
};

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
  let shop: ChildProcess | null = null;
  /** @returns what it told, once it told that */
  const start = (wanted: RegExp): Promise<string> => {
    const begun = spawn("node_modules/.bin/tsx", ["run/start.ts", "--shop"], {
      env,
      stdio: ["ignore", "pipe", "pipe"],
    });
    shop = begun;
    let said = "";
    return new Promise<string>((done, fail) => {
      const hear = (words: Buffer) => {
        said += words.toString();
        const told = wanted.exec(said);
        if (told) done(told[1]);
      };
      begun.stdout?.on("data", hear);
      begun.stderr?.on("data", hear);
      begun.once("exit", (status) => fail(new Error(`./start --shop ended with ${status}: ${said}`)));
    });
  };
  const code = await start(/code=([A-Z0-9-]{9})/);
  return {
    ...{ folder, code, address: `https://tall-compass.local:${secure}` },
    trust: `http://tall-compass.local:${trust}`,
    inner: `http://127.0.0.1:${inner}`,
    kill: async () => {
      const gone = shop && once(shop, "exit");
      cutPower(folder);
      await gone;
      shop = null;
    },
    again: async () => void (await start(/(tall-compass\.local)/)),
    stop: async () => {
      const gone = shop && once(shop, "exit");
      shop?.kill("SIGTERM");
      await gone;
      for (const device of devicesOf.get(folder) ?? []) await device.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
};

/** Devices that keep their things in a shop's folder: they are off before it goes. */
const devicesOf = new Map<string, BrowserContext[]>();

/** How every browser of a workshop is started. */
const workshopBrowserOptions = (shop: Workshop, name: string, trusts: boolean) => {
  const home = join(shop.folder, name);
  const store = join(home, ".pki/nssdb");
  if (!existsSync(store)) {
    mkdirSync(store, { recursive: true });
    if (trusts) {
      execFileSync("certutil", ["-d", `sql:${store}`, "-N", "--empty-password"]);
      const authority = join(shop.folder, "network/authority.crt");
      execFileSync("certutil", ["-d", `sql:${store}`, "-A", "-t", "C,,", "-n", "workshop", "-i", authority]);
    }
  }
  return {
    executablePath: THE_BROWSER.executablePath,
    env: { ...process.env, HOME: home } as Record<string, string>,
    args: [...THE_BROWSER.args, "--host-resolver-rules=MAP tall-compass.local 127.0.0.1"],
  };
};

/** A device of the workshop: its browser finds the shop's name, and trusts its authority where it was told to. */
export const workshopBrowser = (shop: Workshop, trusts: boolean): Promise<Browser> =>
  chromium.launch(workshopBrowserOptions(shop, trusts ? "home-trusting" : "home", trusts));

/** A device that keeps what it has while it is off. */
export const keptDevice = async (shop: Workshop, name: string): Promise<BrowserContext> => {
  const device = await chromium.launchPersistentContext(join(shop.folder, name, "profile"), {
    ...workshopBrowserOptions(shop, name, true),
    baseURL: shop.address,
    serviceWorkers: "allow",
    viewport: { width: 1280, height: 800 },
  });
  devicesOf.set(shop.folder, [...(devicesOf.get(shop.folder) ?? []), device]);
  return device;
};

/** Asks as the page itself would; a page of the shop must be open. @returns 0 where it is sent elsewhere */
export const ask = (
  page: Page,
  method: string,
  path: string,
  data?: unknown,
): Promise<{ status: number; body: string }> =>
  page.evaluate(
    async ([method, path, body]) => {
      const headers: Record<string, string> = body === null ? {} : { "content-type": "application/json" };
      const answer = await fetch(path, { method, body, headers, redirect: "manual" });
      // One that goes on for ever is told by its beginning alone.
      const endless = answer.headers.get("content-type") === "text/event-stream";
      if (endless) await answer.body?.cancel();
      return { status: answer.status, body: endless ? "" : await answer.text() };
    },
    [method, path, data === undefined ? null : JSON.stringify(data)] as const,
  );

export const tapFigures = async (page: Page, name: string, pin: string) => {
  await page.getByRole("button", { name, exact: true }).click();
  for (const figure of pin) await page.getByRole("button", { name: figure, exact: true }).click();
};

/** Comes to a device; ends on the page behind the way in. */
export const tapPin = async (page: Page, name: string, pin: string) => {
  await tapFigures(page, name, pin);
  await page.waitForURL((at) => at.pathname !== "/sign-in");
};

/** The first of all comes in. */
export const firstOwner = async (page: Page, shop: Workshop, name: string, pin: string) => {
  await page.goto(`/sign-in?code=${shop.code}`);
  await page.getByLabel("your name").fill(name);
  await page.getByLabel("PIN, four figures").fill(pin);
  await page.getByLabel(/^password/).fill("three odd words");
  await page.getByRole("button", { name: "let me in" }).click();
  await expect(page.getByRole("heading", { name: "Tall Compass" })).toBeVisible();
};
