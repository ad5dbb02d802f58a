import type { Role } from "@/core/shop/roles";

/** Who works here. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}
