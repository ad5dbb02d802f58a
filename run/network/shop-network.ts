import { join } from "node:path";
import { announce } from "./announce";
import { authorityOf, certificateFor } from "./authority";
import { secureFront } from "./secure-front";
import { isServed, type ServedNames, servedNames } from "./served-names";
import { fingerprintOf, serveTrustPage } from "./trust-page";

/** ms between looks whether this machine moved to another address, or its certificate runs out. */
const LOOKS = 20_000;

interface NetworkOptions {
  /** The shop's own. */
  readonly folder: string;
  /** The first part of its name. */
  readonly label: string;
  readonly publicUrl: string | undefined;
  readonly ports: { readonly secure: number; readonly trust: number };
  /** Where the pages' own server listens, on loopback, and what lets the front in there. */
  readonly to: number;
  readonly key: string;
  /** Whether the name is said in the network. */
  readonly announced: boolean;
  readonly say: (what: string) => void;
}

/** The shop as the workshop's network sees it. */
export interface ShopNetwork {
  /** Where its pages are. */
  readonly address: string;
  /** The same without a name, for devices that find none. */
  readonly byNumber: string;
  readonly trust: string;
  readonly fingerprint: string;
  readonly stop: () => Promise<void>;
}

/** Serves the shop over HTTPS under its names; one that comes later, or another address, is taken up by itself. */
export const openNetwork = async (options: NetworkOptions): Promise<ShopNetwork> => {
  const { folder, label, publicUrl, ports, to, key, announced, say } = options;
  const kept = join(folder, "network");
  let names: ServedNames = servedNames(label, publicUrl);
  const served = (host: string | undefined) => isServed(names, host);
  const front = await secureFront({
    certificate: await certificateFor(kept, names.all),
    port: ports.secure,
    to,
    key,
    isServed: served,
    addresses: (port) => [
      ...(publicUrl ? [publicUrl] : []),
      ...[names.name, ...names.addresses].map((host) => `https://${host}:${port}`),
    ],
  });
  const authority = (await authorityOf(kept)).cert;
  const trust = await serveTrustPage({ port: ports.trust, securePort: front.port, authority, isServed: served }).catch(
    async (error) => {
      await front.stop();
      throw error;
    },
  );
  const speak = () => (announced ? announce(names.name, names.addresses, front.port, say) : async () => undefined);
  let silence = speak();
  const look = async () => {
    const next = servedNames(label, publicUrl);
    front.certify(await certificateFor(kept, next.all));
    if (next.all.join() === names.all.join()) return;
    names = next;
    await silence();
    silence = speak();
    say(`this machine is at ${names.addresses.join(", ") || "no address"} now`);
  };
  const timer = setInterval(() => void look().catch((error) => say(`looking at the network failed: ${error}`)), LOOKS);
  const host = names.addresses[0] ?? "127.0.0.1";
  return {
    address: publicUrl ?? `https://${names.name}:${front.port}`,
    byNumber: `https://${host}:${front.port}`,
    trust: `http://${host}:${trust.port}`,
    fingerprint: fingerprintOf(authority),
    stop: async () => {
      clearInterval(timer);
      await Promise.all([silence(), front.stop(), trust.stop()]);
    },
  };
};
