import { type NextRequest, NextResponse } from "next/server";
import { refusedWhence } from "@/core/shop/same-origin";

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

/** Before any request is answered: whether it comes from this shop's own pages, and what its answer may load. */
export const proxy = (request: NextRequest): NextResponse => {
  const { headers, method } = request;
  const refused = refusedWhence({
    method,
    host: headers.get("host"),
    origin: headers.get("origin"),
    site: headers.get("sec-fetch-site"),
    mode: headers.get("sec-fetch-mode"),
    contentType: headers.get("content-type"),
  });
  if (refused)
    return NextResponse.json(
      { error: { path: "", message: refused, refusal: { code: "stands-against", what: "origin" } } },
      { status: 403 },
    );
  if (!readable(request.nextUrl.pathname))
    return NextResponse.json(
      { error: { path: "", message: "this address cannot be read", refusal: { code: "unreadable" } } },
      { status: 400 },
    );
  const nonce = btoa(crypto.randomUUID());
  const policy = policyWith(nonce);
  // Next puts the nonce it finds here on the scripts it writes.
  const asked = new Headers(headers);
  asked.set("content-security-policy", policy);
  asked.set("x-nonce", nonce);
  const response = NextResponse.next({ request: { headers: asked } });
  response.headers.set("content-security-policy", policy);
  return response;
};

/** The program's own parts are the same for everybody, and named by what is in them. */
export const config = { matcher: "/((?!_next/static/).*)" };
