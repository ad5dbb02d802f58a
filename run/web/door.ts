import { randomUUID } from "node:crypto";
import type { IncomingMessage, ServerResponse } from "node:http";
import { refusedWhence } from "@/core/shop/same-origin";
import { isThroughFront, letIn, tellWhoAsks } from "@/record/let-in";
import { forLog, saidOf } from "@/store/trouble";
import { OF_EVERY_ANSWER, policyWith } from "./policy";

/** The program's own parts are the same for everybody, and named by what is in them. */
const OWN_PARTS = "/_next/static/";

/** A sign begun with % and not ended is no part of any address here. */
const readable = (path: string): boolean => {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
};

/** As a browser would ask for it: what is looked at here and what answers then are the same. @returns null where it is no address of a page */
const addressOf = (asked: string): URL | null => {
  // What another server's address stands in, or a star, is asked of a proxy.
  if (!asked.startsWith("/")) return null;
  const url = `http://own${asked}`;
  return URL.canParse(url) ? new URL(url) : null;
};

const refuse = (response: ServerResponse, status: number, message: string, refusal?: object): void => {
  response.writeHead(status, { "content-type": "application/json" });
  response.end(JSON.stringify({ error: { path: "", message, ...(refusal && { refusal }) } }));
};

/** A page for whoever has to sign in first: the way in, and back to it. */
const signInFirst = (response: ServerResponse, { pathname, search }: URL): void => {
  const back = pathname === "/" ? "" : `?to=${encodeURIComponent(`${pathname}${search}`)}`;
  response.writeHead(307, { location: `/sign-in${back}` }).end();
};

/**
 * Before any request is answered: whether it comes from this shop's own pages, who asks, and what its answer may load. One
 * that passes has an address and headers that say nothing but what was found here.
 *
 * @returns whether it goes on to what answers it; where not, it was answered
 */
export const passes = async (request: IncomingMessage, response: ServerResponse): Promise<boolean> => {
  for (const [name, value] of OF_EVERY_ANSWER) response.setHeader(name, value);
  const { method = "", headers } = request;
  const address = addressOf(request.url ?? "");
  if (!address || !readable(address.pathname)) {
    refuse(response, 400, "this address cannot be read", { code: "unreadable" });
    return false;
  }
  const { pathname: path, search } = address;
  request.url = `${path}${search}`;
  if (path.startsWith(OWN_PARTS)) return true;
  const policy = policyWith(btoa(randomUUID()));
  response.setHeader("content-security-policy", policy);
  const told = { get: (name: string): string | null => headers[name]?.toString() ?? null };
  const refused = refusedWhence({
    method,
    host: told.get("host"),
    origin: told.get("origin"),
    site: told.get("sec-fetch-site"),
    mode: told.get("sec-fetch-mode"),
    contentType: told.get("content-type"),
    named: isThroughFront(told),
  });
  if (refused) {
    refuse(response, 403, refused, { code: "stands-against", what: "origin" });
    return false;
  }
  const asked = await letIn({ method, path, headers: told }).catch((error: unknown) => {
    console.error(forLog(error));
    const { status, message } = saidOf(error);
    refuse(response, status, message);
    return null;
  });
  if (!asked) return false;
  if (!asked.may) {
    const page = (method === "GET" || method === "HEAD") && !path.startsWith("/api/") && !path.includes(".");
    if (asked.why === "unknown" && page) signInFirst(response, address);
    else
      refuse(response, asked.why === "unknown" ? 401 : 403, asked.message, { code: "stands-against", what: asked.why });
    return false;
  }
  tellWhoAsks(headers, asked.at);
  // The framework puts the nonce it finds here on the scripts it writes.
  headers["content-security-policy"] = policy;
  return true;
};
