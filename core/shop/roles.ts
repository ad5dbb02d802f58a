export const ROLES = ["owner", "builder", "apprentice", "counter"] as const;
/** What somebody is in the workshop. */
export type Role = (typeof ROLES)[number];

export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  owner: "owner",
  builder: "builder",
  apprentice: "apprentice",
  counter: "counter",
};

/** What each may, as it is told to whoever chooses one. */
export const ROLE_MAY: Readonly<Record<Role, string>> = {
  owner: "everything, and who works here, devices, settings, copies",
  builder: "books in, works, signs; lets devices in",
  apprentice: "books in and works; a builder signs",
  counter: "books in, hands back, diary and stock; nothing at the bench",
};
