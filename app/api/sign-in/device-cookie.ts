import { DEVICE_COOKIE } from "@/record/let-in";

/** s a browser keeps it at most; it is set anew each time somebody signs in. */
const KEPT = 400 * 86_400;

/** An answer after which the device is known by what it keeps. */
export const lettingIn = (token: string, body: unknown = { ok: true }): Response =>
  Response.json(body, {
    headers: {
      "set-cookie": `${DEVICE_COOKIE}=${token}; Path=/; Max-Age=${KEPT}; Secure; HttpOnly; SameSite=Lax`,
      "cache-control": "no-store",
    },
  });

/** The address a request came from, as the front tells it. */
export const cameFrom = (request: Request): string => request.headers.get("x-forwarded-for") ?? "here";
