/** How well this browser keeps what waits to be sent. */
export type Keeping = "kept" | "scarce" | "page-only";

/** Bytes below which the browser's own store is nearly full: a photo or two. */
const SCARCE = 30 * 1024 * 1024;

/** What to say of it; null while it is kept as it should be. */
export const KEEPING_WORDS: Readonly<Record<Keeping, string | null>> = {
  kept: null,
  scarce:
    "This browser's store is nearly full: what waits to be sent may soon not outlive the page. Make room on this device, or bring it back to where the record answers.",
  "page-only":
    "This browser keeps nothing over a reload: what waits to be sent lives as long as this page. Leave it open until it is sent.",
};

/** How much room the browser gives for what waits. */
export const roomInBrowser = async (): Promise<Keeping> => {
  try {
    const { quota, usage } = await navigator.storage.estimate();
    return quota !== undefined && usage !== undefined && quota - usage < SCARCE ? "scarce" : "kept";
  } catch {
    // An old browser does not say.
    return "kept";
  }
};
