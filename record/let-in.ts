import { timingSafeEqual } from "node:crypto";
import type { AtDevice } from "@/core/shop/here";
import { OWN_HEADERS } from "@/core/shop/own-headers";
import { dutyOf, may, REFUSED_DUTY } from "@/core/shop/who-may";
import { environment } from "@/store/environment";
import { deviceOf } from "@/store/sign-in/devices";

/** What a device shows with every request; never sent in plain. */
export const DEVICE_COOKIE = "__Host-tall-compass-device";

const FRONT = `${OWN_HEADERS}front`;
const OWN = `${OWN_HEADERS}own`;
const AT = `${OWN_HEADERS}at`;
const ADDRESSES = `${OWN_HEADERS}addresses`;

/** Whether everybody is signed in: the shop is served to its network, or through a proxy. */
export const isSignedIn = (): boolean => environment().TALL_COMPASS_SERVE !== "here";

/** What a request says of itself. */
type Told = Pick<Headers, "get">;

interface Asked {
  readonly method: string;
  readonly path: string;
  readonly headers: Told;
}

export type LetIn =
  /** To be answered; `at` goes with it to whoever answers. */
  | { readonly may: true; readonly at: AtDevice | null }
  /** `unknown` signs in first, `forbidden` may not whoever asks, `astray` did not come through the front. */
  | { readonly may: false; readonly why: "unknown" | "forbidden" | "astray"; readonly message: string };

/** What a device keeps, among its cookies; undefined for one that was never let in. */
export const deviceSecret = (cookies: string | null): string | undefined =>
  cookies
    ?.split(/;\s*/)
    .find((pair) => pair.startsWith(`${DEVICE_COOKIE}=`))
    ?.slice(DEVICE_COOKIE.length + 1);

/** Whether a key was shown; takes as long whatever is wrong with it. */
export const shows = (given: string | null, key: string): boolean => {
  const [a, b] = [Buffer.from(given ?? ""), Buffer.from(key)];
  return a.length === b.length && timingSafeEqual(a, b);
};

const frontKey = (): string | null => (isSignedIn() ? (environment().TALL_COMPASS_FRONT ?? null) : null);

/** Whether it was passed on by the shop's own front, which answers to the shop's own names alone. */
export const isThroughFront = (headers: Told): boolean => {
  const key = frontKey();
  return key !== null && shows(headers.get(FRONT), key);
};

/** This machine's own commands and daily work. */
const THE_MACHINE: AtDevice = { deviceId: "", device: "the machine", personId: "", name: "the machine", role: "owner" };

/** Whether a request is answered at all, and as whose. */
export const letIn = async ({ method, path, headers }: Asked): Promise<LetIn> => {
  if (!isSignedIn()) return { may: true, at: null };
  const key = frontKey();
  if (key !== null && shows(headers.get(OWN), key)) return { may: true, at: THE_MACHINE };
  if (!isThroughFront(headers))
    return { may: false, why: "astray", message: "this shop is served over HTTPS, at the address ./start tells" };
  const duty = dutyOf(method, path);
  if (duty === "anyone") return { may: true, at: null };
  const device = await deviceOf(deviceSecret(headers.get("cookie")));
  if (!device) return { may: false, why: "unknown", message: "this device was not let in, or was shut out; pair it" };
  const { person } = device;
  if (!person) return { may: false, why: "unknown", message: "nobody is at this device; tap your name first" };
  if (duty === null) return { may: false, why: "forbidden", message: "nobody may do that here" };
  if (!may(person.role, duty)) return { may: false, why: "forbidden", message: REFUSED_DUTY[duty] };
  return {
    may: true,
    at: { deviceId: device.id, device: device.name, personId: person.id, name: person.name, role: person.role },
  };
};

/** Whether whoever asked is at that device still, for an answer that goes on. */
export const isStillIn = async (headers: Told): Promise<boolean> => {
  const at = askedBy(headers);
  if (at === null || at.deviceId === "") return true;
  const device = await deviceOf(deviceSecret(headers.get("cookie")));
  return device?.id === at.deviceId && device.person?.id === at.personId;
};

/** Puts right what the headers of a request say of who asks, for whoever answers it: what nobody outside may say is taken off. */
export const tellWhoAsks = (headers: Record<string, string | string[] | undefined>, at: AtDevice | null): void => {
  const get = (name: string) => headers[name]?.toString() ?? null;
  const addresses = isThroughFront({ get }) ? get(ADDRESSES) : null;
  for (const name of Object.keys(headers)) if (name.startsWith(OWN_HEADERS)) delete headers[name];
  if (addresses) headers[ADDRESSES] = addresses;
  if (at) headers[AT] = encodeURIComponent(JSON.stringify(at));
};

/** Where the shop is reached, by its name and by number, as its front tells it. */
export const addressesTold = (headers: Told): string[] =>
  (headers.get(ADDRESSES) ?? "").split(" ").filter((a) => a !== "");

/** Who asks; null where nobody signs in, and for what is answered to anyone. */
export const askedBy = (headers: Told): AtDevice | null => {
  const told = headers.get(AT);
  return told === null ? null : (JSON.parse(decodeURIComponent(told)) as AtDevice);
};
