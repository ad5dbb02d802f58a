import { isForCustomers } from "@/core/shop/customer-address";
import { type Asked, type InAdvance, KEPT_AT_HEADER, KEPT_PAGES, keptUnder } from "./kept-pages";

/** Whether this browser can keep the application at all: over HTTPS, or on the machine itself. */
const canKeep = (): boolean =>
  "serviceWorker" in navigator && process.env.NODE_ENV === "production" && !isForCustomers(location.pathname);

/** ms a worker that fetches pages is waited for. */
const PATIENCE = 120_000;

/** ms between two times a newer version is asked, and how often it is. */
const [ASK_EVERY, ASK_TIMES] = [5000, 24];

/**
 * A newer version was there when this page was opened, so the page is drawn by it: it takes over as soon as the page that was
 * left before is gone, on a slow device a while later, and never while a walk is open.
 */
const askToTakeOver = (worker: ServiceWorkerRegistration, times = ASK_TIMES): void => {
  if (!worker.waiting || times === 0) return;
  if (!document.querySelector("[data-walk]")) worker.waiting.postMessage({ ask: "take-over" } satisfies Asked);
  setTimeout(() => askToTakeOver(worker, times - 1), ASK_EVERY);
};

const start = async (): Promise<boolean> => {
  if (!canKeep()) return false;
  try {
    const worker = await navigator.serviceWorker.register("/worker.js", { scope: "/", updateViaCache: "none" });
    if (worker.waiting) askToTakeOver(worker);
    return true;
  } catch {
    // A browser that forbids it works as long as the shop answers.
    return false;
  }
};
let started: Promise<boolean> | null = null;

/**
 * Keeps the application on this device; a newer version takes over when it is opened, never under an open page.
 *
 * @returns whether pages of this browser are kept
 */
export const startWorker = (): Promise<boolean> => {
  started ??= start();
  return started;
};

/** Has pages kept, opened or not. @returns whether all of them are, as the record has them now */
export const keepPages = async (pages: readonly InAdvance[]): Promise<boolean> => {
  if (!(await startWorker())) return false;
  const { active } = await navigator.serviceWorker.ready;
  const { port1, port2 } = new MessageChannel();
  return new Promise((done) => {
    const late = setTimeout(() => done(false), PATIENCE);
    port1.onmessage = ({ data }: MessageEvent<boolean>) => {
      clearTimeout(late);
      done(data);
    };
    active?.postMessage({ ask: "keep", pages } satisfies Asked, [port2]);
  });
};

const keptPage = async (address: string): Promise<Response | undefined> => {
  if (!(await startWorker())) return undefined;
  try {
    const under = keptUnder(new URL(address, location.href));
    for (const name of await caches.keys()) {
      if (!name.startsWith(KEPT_PAGES)) continue;
      const kept = await (await caches.open(name)).match(under, { ignoreVary: true });
      if (kept) return kept;
    }
  } catch {
    // Nothing is kept where the browser does not let it be.
  }
  return undefined;
};

/** Whether a page can be opened without the shop. */
export const isKeptHere = async (address: string): Promise<boolean> => (await keptPage(address)) !== undefined;

/** When the page that is open was kept, ms since 1970; null where it came from the shop itself. */
export const openedAsKept = async (): Promise<number | null> => {
  const at = Number((await keptPage(location.href))?.headers.get(KEPT_AT_HEADER));
  // Kept before it was opened, and not since.
  return at > 0 && at < performance.timeOrigin ? at : null;
};

/** Asks the browser to send what waits though no page is open; few can. */
export const sendInBackground = async (tag: string): Promise<void> => {
  if (!(await startWorker())) return;
  const worker = (await navigator.serviceWorker.ready) as ServiceWorkerRegistration & {
    readonly sync?: { register(tag: string): Promise<void> };
  };
  await worker.sync?.register(tag).catch(() => undefined);
};
