/** Who is signed in at this device, for what is no part of a page; undefined where nobody signs in. */
export const whoIsHere = (): string | undefined =>
  typeof document === "undefined" ? undefined : document.documentElement.dataset.at;
