/** What was done that somebody may later want to know of. */
export type DeedKind =
  | "paired"
  | "revoked"
  | "person"
  | "wrong-pin"
  | "signed"
  | "signed-first"
  | "withdrawn"
  | "erased"
  | "restored"
  | "settings"
  | "copied"
  | "link-made"
  | "link-dropped";

export const DEED_WORDS: Readonly<Record<DeedKind, string>> = {
  paired: "let a device in",
  revoked: "shut a device out",
  person: "changed who works here",
  "wrong-pin": "wrong PIN or password",
  signed: "signed a sheet",
  "signed-first": "signed a sheet for a builder to look over",
  withdrawn: "took a signed sheet back",
  erased: "erased",
  restored: "put a copy back",
  settings: "changed the shop's settings",
  copied: "copied the shop",
  "link-made": "gave a customer an address of their wheel",
  "link-dropped": "took a customer's address back",
};

/** Who did it, where and when; names as they were then. */
export interface Deed {
  readonly id: number;
  /** ISO 8601. */
  readonly at: string;
  readonly device: string;
  readonly who: string;
  readonly what: DeedKind;
  readonly about: string;
}
