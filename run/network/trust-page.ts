import { X509Certificate } from "node:crypto";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { TRUST_PROBE } from "./secure-front";

/** As a person compares it: pairs of figures with colons. */
export const fingerprintOf = (pem: string): string => new X509Certificate(pem).fingerprint256;

const FILE = "/tall-compass.crt";

/** The few taps each system needs, as its own settings call them (common practice). */
const TAPS = [
  {
    system: "iPhone, iPad",
    steps: [
      "Tap the key above and allow the profile.",
      "Settings › General › VPN &amp; Device Management: install it.",
      "Settings › General › About › Certificate Trust Settings: switch it on.",
    ],
  },
  {
    system: "Android",
    steps: [
      "Tap the key above; the file is saved.",
      "Settings › Security › More › Install a certificate › CA certificate: choose it. (Searching the settings for “CA” finds it.)",
    ],
  },
  {
    system: "Windows",
    steps: [
      "Open the saved file: Install Certificate › Local Machine.",
      "Place all in the following store: Trusted Root Certification Authorities.",
    ],
  },
  {
    system: "Mac",
    steps: ["Open the saved file; it goes into Keychain Access.", "Open it there › Trust › Always Trust."],
  },
  {
    system: "Linux, and Firefox anywhere",
    steps: ["In the browser’s settings search for “certificates” › Authorities › Import; tick websites."],
  },
];

interface TrustPage {
  /** The shop's pages, with the name this page was asked under in place of {host}. */
  readonly securePort: number;
  readonly fingerprint: string;
}

const page = ({ securePort, fingerprint }: TrustPage, host: string): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>Trust the workshop – Tall Compass</title><style>
:root{--paper:#f5f2ea;--ink:#1e2526;--grid:#c9c2b2;--good:#4c6b2f}
@media (prefers-color-scheme: dark){:root{--paper:#14191a;--ink:#ece6d8;--grid:#3a4244;--good:#bfe08f}}
body{margin:0;background:var(--paper);color:var(--ink);font:20px/1.45 sans-serif}
main{max-width:44rem;margin:auto;padding:1rem}h1{font-size:1.6rem;border-bottom:2px solid;padding-bottom:.5rem}
a.key{display:block;background:var(--ink);color:var(--paper);text-align:center;text-decoration:none;padding:1rem;font-weight:bold}
details{border-bottom:1px solid var(--grid);padding:.7rem 0}summary{font-weight:bold;min-height:2rem;cursor:pointer}
code{overflow-wrap:anywhere;font-size:1rem}#now{font-weight:bold}#now.yes{color:var(--good)}</style></head><body><main>
<h1>Let this device trust the workshop</h1>
<p>Your workshop’s pages come from a machine of its own. Once this device knows its certificate, everything it sends and
reads stays between the two, and camera and microphone work. Do it once a device.</p>
<p><a class="key" href="${FILE}" download>1. Take the certificate</a></p>
<p>2. Tell this device to trust it:</p>
${TAPS.map((t) => `<details><summary>${t.system}</summary><ol>${t.steps.map((s) => `<li>${s}</li>`).join("")}</ol></details>`).join("\n")}
<p>3. <span id="now" role="status">Not trusted yet; this line changes by itself.</span></p>
<p><a class="key" id="open" href="https://${host}:${securePort}/">Open the workshop</a></p>
<p>It is the right one when its fingerprint is the one on the machine’s own screen:<br><code>${fingerprint}</code></p>
</main><script>
const now=document.getElementById("now");
const look=async()=>{try{const r=await fetch("https://${host}:${securePort}${TRUST_PROBE}",{cache:"no-store"});
if(r.ok){now.textContent="This device trusts the workshop. Open it below.";now.className="yes";return}}catch{}
setTimeout(look,2000)};look();
</script></body></html>`;

/** The shop's certificate and how to trust it, in plain HTTP: all that an untrusting device can be served. */
export const serveTrustPage = async (options: {
  readonly port: number;
  readonly securePort: number;
  /** The authority's, PEM. */
  readonly authority: string;
  readonly isServed: (host: string | undefined) => boolean;
}): Promise<{ readonly port: number; readonly stop: () => Promise<void> }> => {
  const { port, securePort, authority, isServed } = options;
  const der = new X509Certificate(authority).raw;
  const fingerprint = fingerprintOf(authority);
  const server = createServer((request, response) => {
    const { host } = request.headers;
    const path = (request.url ?? "/").split("?")[0];
    if (!isServed(host) || (request.method !== "GET" && request.method !== "HEAD")) {
      response.writeHead(host === undefined ? 400 : 421).end();
      return;
    }
    if (path === FILE)
      response
        .writeHead(200, {
          "content-type": "application/x-x509-ca-cert",
          "content-disposition": 'attachment; filename="tall-compass.crt"',
        })
        .end(der);
    else if (path === "/")
      response
        .writeHead(200, {
          "content-type": "text/html; charset=utf-8",
          "cache-control": "no-store",
          "x-frame-options": "DENY",
        })
        .end(page({ securePort, fingerprint }, (host ?? "").replace(/:\d+$/, "")));
    else response.writeHead(404).end();
  });
  await new Promise<void>((done, fail) => {
    server.once("error", fail);
    server.listen(port, "0.0.0.0", () => done());
  });
  return {
    port: (server.address() as AddressInfo).port,
    stop: () =>
      new Promise((done) => {
        server.close(() => done());
        server.closeAllConnections();
      }),
  };
};
