/** How headers begin that only this program tells itself: whoever comes from outside has them taken off. */
export const OWN_HEADERS = "x-tall-compass-";
