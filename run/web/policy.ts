const DEVELOPING = process.env.NODE_ENV === "development";

/** What a page may load, and from where: all of it from here; inline only what this answer itself wrote. */
export const policyWith = (nonce: string): string =>
  [
    "default-src 'self'",
    // Compiled as it is written, while it is worked on.
    `script-src 'self' 'nonce-${nonce}'${DEVELOPING ? " 'unsafe-eval'" : ""}`,
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

/** What every answer says of itself, the program's own parts too. */
export const OF_EVERY_ANSWER: readonly (readonly [name: string, value: string])[] = [
  ["x-content-type-options", "nosniff"],
  ["referrer-policy", "same-origin"],
  ["cross-origin-resource-policy", "same-origin"],
  ["cross-origin-opener-policy", "same-origin"],
  ["x-frame-options", "DENY"],
];
