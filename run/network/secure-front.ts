import { Agent, request as ask, type IncomingHttpHeaders } from "node:http";
import {
  createSecureServer,
  type Http2SecureServer,
  type Http2ServerRequest,
  type Http2ServerResponse,
} from "node:http2";
import type { AddressInfo } from "node:net";
import { OWN_HEADERS } from "@/core/shop/own-headers";
import type { Certificate } from "./authority";

/** Bytes of a body: an archive with its pictures has up to 100 MB. */
const MOST = 110 * 1024 * 1024;
/** Where a page served in plain asks whether this device trusts the shop: nothing is told but that it answers. */
export const TRUST_PROBE = "/trusted";

/** Of one connection only; what stands between must not pass them on. */
const HOP = new Set([
  ...["connection", "keep-alive", "proxy-authenticate", "proxy-authorization", "proxy-connection"],
  ...["te", "trailer", "transfer-encoding", "upgrade", "http2-settings"],
]);

/** What the pages' own server is told: all that was asked, but for what only the front may say. */
const passedOn = (headers: IncomingHttpHeaders, own: IncomingHttpHeaders): IncomingHttpHeaders => {
  const out: IncomingHttpHeaders = {};
  for (const [name, value] of Object.entries(headers))
    if (!name.startsWith(":") && !HOP.has(name) && !name.startsWith(OWN_HEADERS) && !name.startsWith("x-forwarded-"))
      out[name] = value;
  return { ...out, ...own };
};

interface FrontOptions {
  readonly certificate: Certificate;
  /** Where it listens; 0 for any. */
  readonly port: number;
  /** Where the pages' own server listens, on loopback. */
  readonly to: number;
  /** Told to the pages' server with every request, so that it answers nobody else. */
  readonly key: string;
  readonly isServed: (host: string | undefined) => boolean;
  /** Where the shop is reached, for whoever is told to go there. */
  readonly addresses: (port: number) => readonly string[];
}

/** The shop over HTTPS, in front of the pages' own server on loopback. */
export interface SecureFront {
  readonly port: number;
  readonly certify: (certificate: Certificate) => void;
  readonly stop: () => Promise<void>;
}

export const secureFront = async (options: FrontOptions): Promise<SecureFront> => {
  const { to, key, isServed, addresses } = options;
  const agent = new Agent({ keepAlive: true, maxSockets: 256 });
  const say = (request: Http2ServerRequest, response: Http2ServerResponse, status: number, words: string) => {
    if (response.headersSent) return response.stream?.destroy();
    response.writeHead(status, {
      "content-type": "text/plain; charset=utf-8",
      // What was announced and not read would be taken for the next that is asked; HTTP/2 has no such header.
      ...(request.httpVersionMajor < 2 && { connection: "close" }),
    });
    response.end(`${words}\n`);
  };
  const serve = (request: Http2ServerRequest, response: Http2ServerResponse) => {
    const host = request.headers[":authority"] ?? request.headers.host;
    if (!isServed(host)) return say(request, response, 421, "this shop is not served under that name");
    if (request.url === TRUST_PROBE) {
      response.writeHead(200, { "content-type": "application/json", "access-control-allow-origin": "*" });
      return response.end('{"trusted":true}');
    }
    if (Number(request.headers["content-length"] ?? 0) > MOST)
      return say(request, response, 413, "at most 110 MB is taken");
    const from = request.socket.remoteAddress ?? "";
    const own = {
      host,
      [`${OWN_HEADERS}front`]: key,
      [`${OWN_HEADERS}addresses`]: addresses((server.address() as AddressInfo).port).join(" "),
      "x-forwarded-proto": "https",
      "x-forwarded-host": host,
      "x-forwarded-for": from,
    };
    const onward = ask(
      {
        host: "127.0.0.1",
        port: to,
        agent,
        method: request.method,
        path: request.url,
        headers: passedOn(request.headers, own),
      },
      (answer) => {
        const headers = Object.fromEntries(Object.entries(answer.headers).filter(([name]) => !HOP.has(name)));
        response.writeHead(answer.statusCode ?? 502, {
          ...headers,
          // From now on this name is asked for over HTTPS alone; not "localhost", which is every program's on its machine.
          ...(!/^localhost(:|$)/i.test(host ?? "") && { "strict-transport-security": "max-age=31536000" }),
        });
        answer.pipe(response);
      },
    );
    onward.on("error", () =>
      say(request, response, 503, "The shop does not answer just now. Nothing was lost; try again in a moment."),
    );
    // Whoever asked has gone: nobody waits for the rest.
    response.on("close", () => onward.destroy());
    let size = 0;
    request.on("data", (chunk: Buffer) => {
      size += chunk.length;
      if (size <= MOST) return;
      onward.destroy();
      say(request, response, 413, "at most 110 MB is taken");
    });
    request.pipe(onward);
  };
  const server: Http2SecureServer = createSecureServer(
    { ...options.certificate, allowHTTP1: true, minVersion: "TLSv1.2" },
    serve,
  );
  const lines = new Set<{ destroy: () => void }>();
  server.on("secureConnection", (line) => {
    lines.add(line);
    line.once("close", () => lines.delete(line));
  });
  // A line that breaks off is nothing to end for.
  server.on("sessionError", () => undefined);
  server.on("tlsClientError", () => undefined);
  await new Promise<void>((done, fail) => {
    server.once("error", fail);
    server.listen(options.port, "0.0.0.0", () => {
      server.off("error", fail);
      done();
    });
  });
  return {
    port: (server.address() as AddressInfo).port,
    certify: (certificate) => server.setSecureContext({ ...certificate, minVersion: "TLSv1.2" }),
    stop: async () => {
      const closed = new Promise<void>((done) => server.close(() => done()));
      for (const line of lines) line.destroy();
      agent.destroy();
      await closed;
    },
  };
};
