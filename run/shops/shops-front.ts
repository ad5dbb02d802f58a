import { Agent, createServer, type IncomingHttpHeaders, type IncomingMessage, type ServerResponse } from "node:http";
import { OWN_HEADERS } from "@/core/shop/own-headers";
import { shopAsked } from "@/core/shop/shop-name";
import { shows } from "@/record/let-in";
import { passOn, sayPlainly } from "../network/pass-on";
import { type ShopAsked, ShopAway, type ShopServers } from "./shop-servers";

interface FrontOptions {
  readonly shops: ShopServers;
  /** What the shops' addresses end with. */
  readonly domain: string;
  readonly host: string;
  readonly port: number;
  /** What a proxy before it must show; null where this machine alone reaches it. */
  readonly key: string | null;
  readonly addressOf: (shop: string) => string;
  /** Whether the record's servers can be asked. */
  readonly ready: () => Promise<boolean>;
}

const READS = new Set(["GET", "HEAD", "OPTIONS"]);
const AWAY = "This shop does not answer just now. Nothing was lost; try again in a moment.";

/** Sends each request to the server of the shop whose name it was addressed to. @returns how it is stopped */
export const serveShopsFront = async (options: FrontOptions): Promise<() => Promise<void>> => {
  const { shops, domain, key, addressOf, ready } = options;
  const agent = new Agent({ keepAlive: true, maxSockets: 1024 });

  /** From where, as the proxy before it tells, or as it is seen here. */
  const whence = ({ headers, socket }: IncomingMessage): IncomingHttpHeaders =>
    key === null
      ? { "x-forwarded-for": socket.remoteAddress, "x-forwarded-host": headers.host, "x-forwarded-proto": "http" }
      : Object.fromEntries(Object.entries(headers).filter(([name]) => name.startsWith("x-forwarded-")));

  const sayHealth = async (response: ServerResponse): Promise<void> => {
    const now = await ready();
    response.writeHead(now ? 200 : 503, { "content-type": "application/json" });
    response.end(JSON.stringify({ alive: true, ready: now }));
  };

  const toShop = async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    const name = shopAsked(request.headers.host, domain);
    let asked: ShopAsked | null = null;
    try {
      if (name !== null) asked = await shops.ask(name, !READS.has(request.method ?? ""));
    } catch (error) {
      if (!(error instanceof ShopAway)) console.error(error);
      return sayPlainly(request, response, 503, AWAY);
    }
    // The same words whether there is none of that name or there could be none.
    if (name === null || asked === null) return sayPlainly(request, response, 404, "no shop is served under this name");
    response.once("close", asked.done);
    // Whoever asked went while its server started.
    if (response.destroyed) return asked.done();
    passOn(request, response, {
      to: asked.port,
      agent,
      told: {
        ...whence(request),
        host: request.headers.host,
        [`${OWN_HEADERS}front`]: asked.key,
        [`${OWN_HEADERS}addresses`]: addressOf(name),
      },
    });
  };

  const server = createServer({ keepAliveTimeout: 65_000 }, async (request, response) => {
    try {
      const { headers, url } = request;
      if (key !== null && !shows(headers[`${OWN_HEADERS}front`]?.toString() ?? null, key))
        sayPlainly(request, response, 403, "the shops are served through their proxy");
      else if (url === "/api/health" && headers.host?.replace(/:\d+$/, "") === domain) await sayHealth(response);
      else await toShop(request, response);
    } catch (error) {
      console.error(error);
      response.destroy();
    }
  });
  await new Promise<void>((done, fail) => {
    server.once("error", fail);
    server.listen(options.port, options.host, () => {
      server.off("error", fail);
      done();
    });
  });
  return async () => {
    const closed = new Promise<void>((done) => server.close(() => done()));
    server.closeAllConnections();
    agent.destroy();
    await closed;
  };
};
