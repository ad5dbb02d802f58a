import { networkInterfaces } from "node:os";

/** Addresses of this machine in the workshop's network, as other devices can reach them; those it gave itself come last. */
export const ownAddresses = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    // Addresses of version 6 change by themselves, and nobody types one.
    .filter((a) => a.family === "IPv4" && !a.internal)
    .map((a) => a.address)
    .sort((a, b) => Number(a.startsWith("169.254.")) - Number(b.startsWith("169.254.")));

/** What the shop is called and reached by. */
export interface ServedNames {
  /** The name told to everybody: `tall-compass.local`, or that of an address of the shop's own. */
  readonly name: string;
  readonly addresses: readonly string[];
  /** All it answers to. */
  readonly all: readonly string[];
}

/** @param label the first part of its name in the workshop's network @param publicUrl where it is reached through a proxy of the shop's own */
export const servedNames = (label: string, publicUrl: string | undefined): ServedNames => {
  const name = `${label}.local`;
  const addresses = ownAddresses();
  const own = publicUrl ? [new URL(publicUrl).hostname] : [];
  return { name, addresses, all: [...new Set([...own, name, "localhost", "127.0.0.1", ...addresses])] };
};

/** Whether a request is addressed to the shop. @param host as the request tells it, with or without a port */
export const isServed = ({ all }: ServedNames, host: string | undefined): boolean =>
  host !== undefined && all.includes(host.replace(/:\d{1,5}$/, "").toLowerCase());
