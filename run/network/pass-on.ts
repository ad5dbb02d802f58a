import {
  type Agent,
  request as ask,
  type IncomingHttpHeaders,
  type IncomingMessage,
  type OutgoingHttpHeaders,
} from "node:http";
import type { Http2ServerRequest } from "node:http2";
import { OWN_HEADERS } from "@/core/shop/own-headers";

/** Bytes of a body: an archive with its pictures has up to 100 MB. */
const MOST = 110 * 1024 * 1024;

/** Of one connection only; what stands between must not pass them on. */
const HOP = new Set([
  ...["connection", "keep-alive", "proxy-authenticate", "proxy-authorization", "proxy-connection"],
  ...["te", "trailer", "transfer-encoding", "upgrade", "http2-settings"],
]);

type Asked = IncomingMessage | Http2ServerRequest;
/** What both kinds of an answer do. */
type Answer = NodeJS.WritableStream & {
  readonly headersSent: boolean;
  readonly writeHead: (status: number, headers: OutgoingHttpHeaders) => unknown;
  readonly destroy: () => unknown;
};

/** Said by what stands in front itself. */
export const sayPlainly = (request: Asked, response: Answer, status: number, words: string): void => {
  if (response.headersSent) return void response.destroy();
  response.writeHead(status, {
    "content-type": "text/plain; charset=utf-8",
    // What was announced and not read would be taken for the next that is asked; HTTP/2 has no such header.
    ...(request.httpVersionMajor < 2 && { connection: "close" }),
  });
  response.end(`${words}\n`);
};

/** What the pages' own server is told: all that was asked, but for what only the front may say. */
const passedOn = (headers: IncomingHttpHeaders, own: IncomingHttpHeaders): IncomingHttpHeaders => {
  const out: IncomingHttpHeaders = {};
  for (const [name, value] of Object.entries(headers))
    if (!name.startsWith(":") && !HOP.has(name) && !name.startsWith(OWN_HEADERS) && !name.startsWith("x-forwarded-"))
      out[name] = value;
  return { ...out, ...own };
};

interface Onward {
  /** Where the pages' own server listens, on loopback. */
  readonly to: number;
  readonly agent: Agent;
  /** Headers it is told by the front. */
  readonly told: IncomingHttpHeaders;
  /** Headers put on its answer. */
  readonly answered?: Readonly<Record<string, string>>;
}

/** Sends a request on to a pages' own server on loopback, and its answer back. */
export const passOn = (request: Asked, response: Answer, { to, agent, told, answered = {} }: Onward): void => {
  const tooMuch = () => sayPlainly(request, response, 413, "at most 110 MB is taken");
  if (Number(request.headers["content-length"] ?? 0) > MOST) {
    tooMuch();
    return;
  }
  const onward = ask(
    {
      ...{ host: "127.0.0.1", port: to, agent },
      ...{ method: request.method, path: request.url, headers: passedOn(request.headers, told) },
    },
    (answer) => {
      const headers = Object.fromEntries(Object.entries(answer.headers).filter(([name]) => !HOP.has(name)));
      response.writeHead(answer.statusCode ?? 502, { ...headers, ...answered });
      answer.pipe(response);
    },
  );
  onward.on("error", () =>
    sayPlainly(request, response, 503, "The shop does not answer just now. Nothing was lost; try again in a moment."),
  );
  // Whoever asked has gone: nobody waits for the rest.
  response.on("close", () => onward.destroy());
  let size = 0;
  request.on("data", (chunk: Buffer) => {
    size += chunk.length;
    if (size <= MOST) return;
    onward.destroy();
    tooMuch();
  });
  request.pipe(onward);
};
