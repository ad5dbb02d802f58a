import type { Environment } from "@/store/environment";
import { asPicture, hasOwner, ownerCode } from "./owner-code";
import { openNetwork, type ShopNetwork } from "./shop-network";

/** Serves the workshop's network, and tells on the machine's own screen where, and what to do first. */
export const openShop = async (settings: Environment, say: (what: string) => void): Promise<ShopNetwork> => {
  const network = await openNetwork({
    folder: settings.TALL_COMPASS_DATA,
    label: settings.TALL_COMPASS_NAME,
    publicUrl: settings.PUBLIC_URL,
    ports: { secure: settings.SHOP_PORT, trust: settings.TRUST_PORT },
    to: settings.PORT,
    key: settings.TALL_COMPASS_FRONT ?? process.env.TALL_COMPASS_FRONT ?? "",
    announced: settings.TALL_COMPASS_ANNOUNCE === "yes",
    say,
  });
  const first = (await hasOwner()) ? null : await ownerCode();
  const byNumber = network.byNumber === network.address ? "" : `, or ${network.byNumber}`;
  console.log(`Tall Compass for the workshop: ${network.address}${byNumber}  (Ctrl-C stops it)

On each device, once: open ${network.trust} and let it trust the workshop.
Its certificate's fingerprint: ${network.fingerprint}
${await asPicture(network.trust)}`);
  if (first)
    console.log(`Then, on the owner's device and within an hour:
  ${network.byNumber}/sign-in?code=${first}
${await asPicture(`${network.byNumber}/sign-in?code=${first}`)}`);
  else console.log("Further devices are let in by a code shown on one that is in (Settings, people and devices).");
  return network;
};
