import { Bonjour } from "bonjour-service";

/**
 * Says the shop's name to the workshop's network, so that devices find `tall-compass.local` with no name server (multicast
 * DNS, RFC 6762). Where that cannot be had (a machine without a network, a port another program holds alone) the addresses
 * serve.
 *
 * @param name with `.local`
 * @returns how to fall silent
 */
export const announce = (
  name: string,
  addresses: readonly string[],
  port: number,
  say: (what: string) => void,
): (() => Promise<void>) => {
  const speakers = addresses.map((address) => {
    // Given the interface alone it hears nobody ask.
    const speaker = new Bonjour({ interface: address, bind: "0.0.0.0" } as never, (error: Error) =>
      say(`the name ${name} could not be announced: ${error.message}`),
    );
    speaker.publish({ name: name.replace(/\.local$/, ""), host: name, type: "https", port, probe: false });
    return speaker;
  });
  return async () => {
    await Promise.all(
      speakers.map((speaker) => new Promise<void>((done) => speaker.unpublishAll(() => speaker.destroy(() => done())))),
    );
  };
};
