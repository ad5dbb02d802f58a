import { Agent } from "node:http";
import {
  createSecureServer,
  type Http2SecureServer,
  type Http2ServerRequest,
  type Http2ServerResponse,
} from "node:http2";
import type { AddressInfo } from "node:net";
import { OWN_HEADERS } from "@/core/shop/own-headers";
import type { Certificate } from "./authority";
import { passOn, sayPlainly } from "./pass-on";

/** Where a page served in plain asks whether this device trusts the shop: nothing is told but that it answers. */
export const TRUST_PROBE = "/trusted";

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
  const serve = (request: Http2ServerRequest, response: Http2ServerResponse) => {
    const host = request.headers[":authority"] ?? request.headers.host;
    if (!isServed(host)) return sayPlainly(request, response, 421, "this shop is not served under that name");
    if (request.url === TRUST_PROBE) {
      response.writeHead(200, { "content-type": "application/json", "access-control-allow-origin": "*" });
      return response.end('{"trusted":true}');
    }
    passOn(request, response, {
      to,
      agent,
      told: {
        host,
        [`${OWN_HEADERS}front`]: key,
        [`${OWN_HEADERS}addresses`]: addresses((server.address() as AddressInfo).port).join(" "),
        "x-forwarded-proto": "https",
        "x-forwarded-host": host,
        "x-forwarded-for": request.socket.remoteAddress ?? "",
      },
      // From now on this name is asked for over HTTPS alone; not "localhost", which is every program's on its machine.
      answered: /^localhost(:|$)/i.test(host ?? "") ? {} : { "strict-transport-security": "max-age=31536000" },
    });
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
