import type { Knex } from "knex";
import type { Role } from "@/core/shop/roles";
import { BadInput, notThere } from "@/core/wheel/bad-input";
import { database } from "../database";
import { inTransaction } from "../in-transaction";
import { oneAtATime } from "../one-at-a-time";
import { forgetWhoIsIn } from "./devices";
import type { Person } from "./person";
import { hashOfPin, isPin } from "./secrets";
import { slowed } from "./slowed";

interface NewPerson extends Person {
  readonly pin: string;
  readonly password?: string;
}

/** Who works here now, as their names stand in an alphabet. */
export const listPeople = async (): Promise<Person[]> =>
  database()("people").whereNull("left_at").orderBy("name").select("id", "name", "role");

const taken = (name: string) =>
  new BadInput("name", `${name} works here already; give another name, such as one with a letter of the family's`, {
    code: "stands-against",
    what: "person",
  });

/** The same id again changes nothing. @throws BadInput when somebody of that name works here, or did */
export const addPerson = async ({ id, name, role, pin, password }: NewPerson): Promise<void> => {
  const secrets = { pin: await hashOfPin(pin), password: password === undefined ? null : await hashOfPin(password) };
  await inTransaction(async (trx) => {
    await oneAtATime(trx, "people");
    if (await trx("people").where({ id }).first("id")) return;
    if (await trx("people").where({ name }).first("id")) throw taken(name);
    await trx("people").insert({ id, name, role, ...secrets });
  });
};

/** Whether another than this one is an owner. */
const anotherOwner = async (trx: Knex.Transaction, id: string): Promise<boolean> =>
  (await trx("people").where({ role: "owner", left_at: null }).whereNot({ id }).first("id")) !== undefined;

interface PersonChange {
  readonly role?: Role;
  readonly pin?: string;
  readonly password?: string;
  /** Works here no more: is at no device from now on; what was entered keeps the name. */
  readonly left?: true;
}

/** @throws BadInput when nobody would be left who may change such things */
export const changePerson = async (id: string, { role, pin, password, left }: PersonChange): Promise<Person> => {
  const secrets = {
    ...(pin !== undefined && { pin: await hashOfPin(pin) }),
    ...(password !== undefined && { password: await hashOfPin(password) }),
  };
  const changed = await inTransaction(async (trx) => {
    // Of two owners that end each other's the second is told that it would be the last one.
    await oneAtATime(trx, "people");
    const person = await trx("people").where({ id }).first("id", "name", "role");
    if (!person) throw notThere("person", "id");
    if (person.role === "owner" && (left || (role && role !== "owner")) && !(await anotherOwner(trx, id)))
      throw new BadInput("role", `${person.name} is the only owner; make somebody else one first`, {
        code: "stands-against",
        what: "owner",
      });
    await trx("people")
      .where({ id })
      .update({ ...(role && { role }), ...secrets, ...(left && { left_at: new Date() }) });
    if (left) await trx("devices").where({ person_id: id }).update({ person_id: null });
    return { ...person, ...(role && { role }) };
  });
  forgetWhoIsIn();
  return changed;
};

/** @returns the person whose PIN it is, null where it is not theirs @throws TooManyTries */
export const personByPin = async (device: string, id: string, pin: string): Promise<Person | null> =>
  slowed([`device:${device}`, `person:${id}`], `person:${id}`, async () => {
    const person = await database()("people").where({ id, left_at: null }).first("id", "name", "role", "pin");
    if (!(await isPin(person?.pin ?? null, pin)) || !person) return null;
    return { id: person.id, name: person.name, role: person.role };
  });

/** @returns the owner whose password it is @throws TooManyTries */
export const ownerByPassword = async (from: string, name: string, password: string): Promise<Person | null> =>
  slowed(
    [`from:${from}`, `owner:${name.toLowerCase().slice(0, 60)}`],
    `owner:${name.toLowerCase().slice(0, 60)}`,
    async () => {
      const person = await database()("people")
        .where({ name, role: "owner", left_at: null })
        .first("id", "name", "role", "password");
      if (!(await isPin(person?.password ?? null, password)) || !person) return null;
      return { id: person.id, name: person.name, role: person.role };
    },
  );
