import type { Role } from "./roles";

/** Who is at a device of the shop, as every page is told. Null where nobody signs in: one machine, and whoever sits at it. */
export interface AtDevice {
  readonly deviceId: string;
  readonly device: string;
  readonly personId: string;
  readonly name: string;
  readonly role: Role;
}
