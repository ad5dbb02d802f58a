/** What the application is made of that keeps its name from version to version: the same for everybody, signed in or not. */
export const OWN_PARTS = [
  "/early-taps.js",
  "/ear-capture.js",
  "/icon-192.png",
  "/icon-512.png",
  "/icon-masked-512.png",
] as const;

/** Where files come in that the device was asked to open, or was given by another program; and what they are called then. */
export const OPENED = "/opened";
export const SHARED_FIELD = "pictures";
