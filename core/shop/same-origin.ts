/** What a request says of where it comes from; null where it says nothing. */
export interface Whence {
  readonly method: string;
  /** The name it was addressed by, with the port. */
  readonly host: string | null;
  readonly origin: string | null;
  /** Told by the browser, not by the page: `same-origin`, `same-site`, `cross-site`, `none`. */
  readonly site: string | null;
  /** `navigate` for a page that is opened. */
  readonly mode: string | null;
  readonly contentType: string | null;
  /** What stands in front saw to it that the name is the shop's. */
  readonly named?: boolean;
}

/** Names of this machine itself: nothing else is served here, whatever a name server says of other names. */
const THIS_MACHINE = /^(localhost|127\.0\.0\.1|\[::1\])(:\d{1,5})?$/i;
const FORMS = /^(application\/x-www-form-urlencoded|multipart\/form-data)/i;
const READS = new Set(["GET", "HEAD", "OPTIONS"]);

/** Why a request is refused that another page of the same browser made, or one under a foreign name; null where it is not. */
export const refusedWhence = ({
  method,
  host,
  origin,
  site,
  mode,
  contentType,
  named = false,
}: Whence): string | null => {
  if (host === null || !(named || THIS_MACHINE.test(host))) return "this shop is not served under that name";
  if (READS.has(method))
    // A link to a page may stand anywhere; what is fetched, drawn or framed by another page may not.
    return (site === "cross-site" || site === "same-site") && mode !== "navigate"
      ? "another page asked for this; open it here"
      : null;
  if (contentType !== null && FORMS.test(contentType)) return "forms of other pages are not taken";
  if (site !== null && site !== "same-origin" && site !== "none") return "another page sent this; nothing was changed";
  if (origin !== null && origin !== `http://${host}` && origin !== `https://${host}`)
    return "another page sent this; nothing was changed";
  return null;
};
