import { type NextRequest, NextResponse } from "next/server";
import { refusedWhence } from "@/core/shop/same-origin";
import { DEVICE_COOKIE, headersFor, isThroughFront, letIn } from "@/record/let-in";

/** What a page may load, and from where: all of it from here; inline only what this answer itself wrote. */
const policyWith = (nonce: string): string =>
  [
    "default-src 'self'",
    // Compiled as it is written, while it is worked on.
    `script-src 'self' 'nonce-${nonce}'${process.env.NODE_ENV === "development" ? " 'unsafe-eval'" : ""}`,
    // Lengths worked out for a drawing stand in its own style.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "media-src 'self' blob:",
    "worker-src 'self' blob:",
    "font-src 'self' data:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");

/** A sign begun with % and not ended is no part of any address here. */
const readable = (path: string): boolean => {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
};

const refuse = (status: number, message: string, refusal: object): NextResponse =>
  NextResponse.json({ error: { path: "", message, refusal } }, { status });

/** A page for whoever has to sign in first: the way in, and back to it. */
const signInFirst = (request: NextRequest): NextResponse => {
  const { pathname, search } = request.nextUrl;
  const to = request.nextUrl.clone();
  to.pathname = "/sign-in";
  to.search = pathname === "/" ? "" : `?to=${encodeURIComponent(`${pathname}${search}`)}`;
  return NextResponse.redirect(to, 307);
};

/** Before any request is answered: whether it comes from this shop's own pages, who asks, and what its answer may load. */
export const proxy = async (request: NextRequest): Promise<NextResponse> => {
  const { headers, method } = request;
  const refused = refusedWhence({
    method,
    host: headers.get("host"),
    origin: headers.get("origin"),
    site: headers.get("sec-fetch-site"),
    mode: headers.get("sec-fetch-mode"),
    contentType: headers.get("content-type"),
    named: isThroughFront(headers),
  });
  if (refused) return refuse(403, refused, { code: "stands-against", what: "origin" });
  const path = request.nextUrl.pathname;
  if (!readable(path)) return refuse(400, "this address cannot be read", { code: "unreadable" });
  const asked = await letIn({ method, path, headers, cookie: request.cookies.get(DEVICE_COOKIE)?.value });
  if (!asked.may) {
    const page = (method === "GET" || method === "HEAD") && !path.startsWith("/api/") && !path.includes(".");
    if (asked.why === "unknown" && page) return signInFirst(request);
    return refuse(asked.why === "unknown" ? 401 : 403, asked.message, { code: "stands-against", what: asked.why });
  }
  const nonce = btoa(crypto.randomUUID());
  const policy = policyWith(nonce);
  // Next puts the nonce it finds here on the scripts it writes.
  const told = headersFor(headers, asked.at);
  told.set("content-security-policy", policy);
  told.set("x-nonce", nonce);
  const response = NextResponse.next({ request: { headers: told } });
  response.headers.set("content-security-policy", policy);
  return response;
};

/** The program's own parts are the same for everybody, and named by what is in them. */
export const config = { matcher: "/((?!_next/static/).*)" };
