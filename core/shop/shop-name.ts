import { z } from "zod";

/** What a shop is called where several are served: the first part of its address. No underscore: what stands beside its record for a while is told by one. */
export const shopNameSchema = z.string().regex(/^[a-z]([a-z0-9-]{0,28}[a-z0-9])?$/, {
  error: "small letters, figures and hyphens, beginning with a letter, at most 30, such as harbour-road",
});

/**
 * The shop a request is addressed to.
 *
 * @param host as the request tells it, with or without a port
 * @param domain what the shops' addresses end with: `wheels.example`
 * @returns null where it is none's
 */
export const shopAsked = (host: string | undefined, domain: string): string | null => {
  const name = (host ?? "").replace(/:\d{1,5}$/, "").toLowerCase();
  const first = name.endsWith(`.${domain}`) ? name.slice(0, -domain.length - 1) : "";
  return shopNameSchema.safeParse(first).success ? first : null;
};
