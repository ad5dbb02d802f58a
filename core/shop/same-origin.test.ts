import { describe, expect, test } from "vitest";
import { refusedWhence, type Whence } from "./same-origin";

// Fetch metadata as the Fetch standard's Sec-Fetch-* headers have it (W3C, Fetch Metadata Request Headers).

const own: Whence = {
  method: "POST",
  host: "127.0.0.1:3210",
  origin: "http://127.0.0.1:3210",
  site: "same-origin",
  mode: "cors",
  contentType: "application/json",
};

describe("where a request comes from", () => {
  test("this shop's own pages, a link, an address typed and a command of this machine are answered", () => {
    for (const from of [
      own,
      { ...own, host: "localhost:3210", origin: "http://localhost:3210" },
      { ...own, host: "[::1]:3210", origin: "http://[::1]:3210" },
      // A command says nothing of where it comes from.
      { ...own, origin: null, site: null, mode: null },
      { ...own, method: "GET", origin: null, site: "none", mode: "navigate", contentType: null },
      { ...own, method: "GET", origin: null, site: "cross-site", mode: "navigate", contentType: null },
    ])
      expect(refusedWhence(from), JSON.stringify(from)).toBeNull();
  });
  test("another page's writing, reading, framing and forms are not, nor any other name", () => {
    for (const from of [
      { ...own, site: "cross-site", origin: "http://localhost:8080" },
      { ...own, site: "same-site" },
      { ...own, site: null, origin: "http://127.0.0.1:9" },
      { ...own, site: null, origin: "null" },
      { ...own, contentType: "multipart/form-data; boundary=x" },
      { ...own, method: "DELETE", site: "cross-site" },
      { ...own, method: "GET", site: "cross-site", mode: "no-cors" },
      { ...own, method: "GET", site: "same-site", mode: "cors" },
      ...[null, "", "shop.example", "localhost.example:3210", "127.0.0.1:3210.example", "127.0.0.2:3210"].map(
        (host) => ({
          ...own,
          host,
        }),
      ),
    ])
      expect(refusedWhence(from), JSON.stringify(from)).not.toBeNull();
  });
});
