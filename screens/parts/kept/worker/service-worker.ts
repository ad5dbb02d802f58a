/// <reference lib="webworker" />
import { CacheFirst, NetworkFirst, NetworkOnly, type PrecacheEntry, Serwist, type SerwistPlugin } from "serwist";
import { OPENED, SHARED_FIELD } from "@/core/shop/own-parts";
import { keepShared } from "../given-files";
import { sendAll } from "../post-office";
import {
  type Asked,
  CHANGES_HEADER,
  type InAdvance,
  isKeptAnswer,
  isKeptPage,
  KEPT_AT_HEADER,
  KEPT_PAGES,
  KEPT_PHOTOS,
  keptUnder,
  SEND_LATER,
} from "./kept-pages";
import { nothingKept } from "./nothing-kept";

declare const self: ServiceWorkerGlobalScope & { readonly __SW_MANIFEST: PrecacheEntry[] };
/** Which build this is the worker of; written in when it is built. */
declare const BUILD: string;

/** Told by the browser where it sends in the background. */
interface SyncEvent extends ExtendableEvent {
  readonly tag: string;
}

const PAGES = `${KEPT_PAGES}${BUILD}`;
/** Pages and answers kept at most; those longest not opened go first. */
const MOST = { pages: 250, photos: 300 };

/** s the shop is waited for before what is kept is shown; less where it did not answer a moment ago. */
const PATIENCE = { usual: 4, away: 1 };
/** ms that it counts as away after it did not answer. */
const A_MOMENT = 15_000;
let awayUntil = 0;

const trim = async (name: string, most: number): Promise<void> => {
  const cache = await caches.open(name);
  const keys = await cache.keys();
  for (const key of keys.slice(0, Math.max(0, keys.length - most))) await cache.delete(key);
};

/** What is kept was shown to whoever was at this device: who comes after does not find it. */
const forget = async (): Promise<void> => {
  for (const name of await caches.keys())
    if (name.startsWith(KEPT_PAGES) || name === KEPT_PHOTOS) await caches.delete(name);
};

/** As it is kept: with when, and for how many changes of its job. */
const kept = (answer: Response, changes: number | null = null): Response => {
  const headers = new Headers(answer.headers);
  headers.set(KEPT_AT_HEADER, String(Date.now()));
  if (changes !== null) headers.set(CHANGES_HEADER, String(changes));
  return new Response(answer.body, { headers });
};

/** Only a page itself is kept: no way round, no refusal. An answer that the server could not give is none. */
const keeping: SerwistPlugin = {
  cacheKeyWillBeUsed: async ({ request }) => {
    const url = new URL(request.url);
    return `${url.origin}${keptUnder(url)}`;
  },
  fetchDidSucceed: async ({ response }) => {
    if (response.status >= 500) throw new Error(`the shop could not: ${response.status}`);
    awayUntil = 0;
    return response;
  },
  fetchDidFail: async () => {
    awayUntil = Date.now() + A_MOMENT;
  },
  cacheWillUpdate: async ({ response }) => (response.status === 200 && !response.redirected ? kept(response) : null),
  cacheDidUpdate: async () => trim(PAGES, MOST.pages),
};
/** Of a page that is not kept: what is. */
const elseWhatIs: SerwistPlugin = { handlerDidError: async () => nothingKept(await caches.open(PAGES)) };

const networkFirst = (networkTimeoutSeconds: number, ...plugins: SerwistPlugin[]) =>
  new NetworkFirst({ cacheName: PAGES, networkTimeoutSeconds, matchOptions: { ignoreVary: true }, plugins });
/** As the shop answers, or as it was kept. */
const shopFirst = (...plugins: SerwistPlugin[]) => {
  const usual = networkFirst(PATIENCE.usual, ...plugins);
  const away = networkFirst(PATIENCE.away, ...plugins);
  return (asked: Parameters<typeof usual.handle>[0]) => (Date.now() < awayUntil ? away : usual).handle(asked);
};
const pages = shopFirst(keeping, elseWhatIs);
const answers = shopFirst(keeping);

const forgetting: SerwistPlugin = {
  fetchDidSucceed: async ({ response }) => {
    await forget();
    return response;
  },
};

/** ms since a page was kept in which it need not be again. */
const JUST_NOW = 5000;

/** ms a page is waited for that nobody waits for: while one is under way no newer version takes over. */
const PATIENT = 20_000;

/** Fetches pages nobody opened yet, one after the other: the bench goes before them. @returns whether all are kept */
const keepInAdvance = async (wanted: readonly InAdvance[]): Promise<boolean> => {
  const cache = await caches.open(PAGES);
  for (const { path, changes } of wanted) {
    const held = await cache.match(path, { ignoreVary: true });
    const asItIs =
      changes === null
        ? Date.now() - Number(held?.headers.get(KEPT_AT_HEADER)) < JUST_NOW
        : held?.headers.get(CHANGES_HEADER) === String(changes);
    if (asItIs) continue;
    const page = await fetch(path, {
      headers: { accept: "text/html" },
      signal: AbortSignal.timeout(PATIENT),
    }).catch(() => null);
    // The shop is away or busy, or nobody is in: the rest would not come either.
    if (!page || page.status >= 500 || page.redirected) return false;
    // One there is no more, or that whoever is here may not see, is none to be kept.
    if (page.ok) await cache.put(path, kept(page, changes));
    else await page.body?.cancel();
  }
  await trim(PAGES, MOST.pages);
  return true;
};

/**
 * What an older build kept is fetched as this one draws it, before it takes over: its own pages need its own parts.
 *
 * @returns whether all of it is
 */
const takeOverKept = async (): Promise<boolean> => {
  const names = (await caches.keys()).filter((name) => name.startsWith(KEPT_PAGES) && name !== PAGES);
  const held = await Promise.all(names.map(async (name) => (await caches.open(name)).keys()));
  const paths = held.flat().map(({ url }) => new URL(url).pathname + new URL(url).search);
  const own = await caches.open(PAGES);
  const missing: InAdvance[] = [];
  for (const path of paths.filter((p) => isKeptPage(p.split("?")[0])))
    if (!(await own.match(path, { ignoreVary: true }))) missing.push({ path, changes: null });
  return keepInAdvance(missing);
};

/**
 * A worker is told its parts behind the # of its address, and takes the address of what it is answered with for its own: of
 * a kept answer that would be without. One made here has none, and the worker keeps the address it was asked by.
 */
const asAsked: SerwistPlugin = {
  cachedResponseWillBeUsed: async ({ event, cachedResponse }) =>
    cachedResponse && event instanceof FetchEvent && event.request.destination === "worker"
      ? new Response(cachedResponse.body, { headers: cachedResponse.headers })
      : cachedResponse,
};

const serwist = new Serwist({
  precacheEntries: self.__SW_MANIFEST,
  precacheOptions: { cleanupOutdatedCaches: true, ignoreURLParametersMatching: [], plugins: [asAsked] },
  // A page that is open keeps the version it was opened with: a walk is never thrown away for a newer one.
  skipWaiting: false,
  clientsClaim: true,
  runtimeCaching: [
    {
      // A part of a page of another version, while two are about.
      matcher: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith("/_next/static/"),
      handler: async ({ request }) =>
        (await caches.match(request, { ignoreVary: true, ignoreSearch: true })) ?? fetch(request),
    },
    {
      matcher: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith("/api/photos/"),
      handler: new CacheFirst({
        cacheName: KEPT_PHOTOS,
        plugins: [
          {
            cacheWillUpdate: async ({ response }) => (response.status === 200 ? response : null),
            cacheDidUpdate: async () => trim(KEPT_PHOTOS, MOST.photos),
          },
        ],
      }),
    },
    {
      matcher: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith("/api/sign-in/"),
      method: "POST",
      handler: new NetworkOnly({ plugins: [forgetting] }),
    },
    {
      // Given by another program: kept here until a page says which wheel it is of, whether the shop answers or not.
      matcher: ({ url, request, sameOrigin }) => sameOrigin && request.mode === "navigate" && url.pathname === OPENED,
      method: "POST",
      handler: async ({ request }) => {
        const given = (await request.formData()).getAll(SHARED_FIELD);
        await keepShared(given.filter((f) => f instanceof File));
        return Response.redirect(OPENED, 303);
      },
    },
    {
      // Asked who is there: whatever was kept is of somebody who is not.
      matcher: ({ url, request, sameOrigin }) =>
        sameOrigin && request.mode === "navigate" && url.pathname === "/sign-in",
      handler: new NetworkOnly({ plugins: [forgetting, elseWhatIs] }),
    },
    {
      matcher: ({ url, request, sameOrigin }) => sameOrigin && request.mode === "navigate" && isKeptPage(url.pathname),
      handler: pages,
    },
    {
      matcher: ({ url, request, sameOrigin }) => sameOrigin && request.method === "GET" && isKeptAnswer(url.pathname),
      handler: answers,
    },
  ],
});

// Pages that could not be fetched must not keep a newer version out; asked to take over, it tries again.
self.addEventListener("install", (event) => event.waitUntil(takeOverKept().catch(() => false)));
self.addEventListener("activate", (event) =>
  event.waitUntil(
    (async () => {
      for (const name of await caches.keys())
        if (name.startsWith(KEPT_PAGES) && name !== PAGES) await caches.delete(name);
    })(),
  ),
);
self.addEventListener("message", (event) => {
  const asked = event.data as Asked;
  if (asked.ask === "keep")
    event.waitUntil(
      keepInAdvance(asked.pages)
        // No room on the device, or a page that broke off: what was kept before stays.
        .catch(() => false)
        .then((kept) => event.ports[0]?.postMessage(kept)),
    );
  if (asked.ask === "take-over")
    event.waitUntil(
      (async () => {
        const open = await self.clients.matchAll({ type: "window", includeUncontrolled: true });
        // The page that was left a moment ago may count still: asked again, it is gone.
        if (open.length <= 1 && (await takeOverKept().catch(() => false))) await self.skipWaiting();
      })(),
    );
});
/** What waits is sent when the shop is there again, though no page is open. */
self.addEventListener("sync" as "message", (event) => {
  const { tag } = event as unknown as SyncEvent;
  if (tag !== SEND_LATER) return;
  event.waitUntil(
    sendAll().then((gone) => {
      // Asked again by the browser, later and later.
      if (!gone) throw new Error("the shop does not answer yet");
    }),
  );
});
serwist.addEventListeners();
