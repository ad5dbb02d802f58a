/** What was done that somebody may later want to know of. */
export type DeedKind =
  | "paired"
  | "revoked"
  | "person"
  | "wrong-pin"
  | "signed"
  | "withdrawn"
  | "erased"
  | "restored"
  | "settings"
  | "copied";

export const DEED_WORDS: Readonly<Record<DeedKind, string>> = {
  paired: "let a device in",
  revoked: "shut a device out",
  person: "changed who works here",
  "wrong-pin": "wrong PIN or password",
  signed: "signed a sheet",
  withdrawn: "took a signed sheet back",
  erased: "erased",
  restored: "put a copy back",
  settings: "changed the shop's settings",
  copied: "copied the shop",
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
