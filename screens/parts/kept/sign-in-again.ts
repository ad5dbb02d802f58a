const WAY_IN = "/sign-in";

/** The way in, and back to this page; what waits to be sent stays kept on this device meanwhile. */
export const signInAgain = (): void => {
  // Sent in the background there is no page to leave.
  if (typeof document === "undefined" || location.pathname === WAY_IN) return;
  const here = `${location.pathname}${location.search}`;
  location.assign(here === "/" ? WAY_IN : `${WAY_IN}?to=${encodeURIComponent(here)}`);
};
