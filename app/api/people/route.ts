import { z } from "zod";
import { answer, change, idSchema, readBody } from "@/app/api/answer";
import { passwordSchema, personNameSchema, pinSchema, roleSchema } from "@/core/shop/sign-in";
import { addPerson, listPeople } from "@/store/sign-in/people";
import { deed } from "../entrant";
import { signedInOnly } from "../sign-in/signed-in-only";

/** Who works here. */
export const GET = () => answer(listPeople);

const schema = z
  .object({
    id: idSchema,
    name: personNameSchema,
    role: roleSchema,
    pin: pinSchema,
    password: passwordSchema.optional(),
  })
  .refine((p) => p.role !== "owner" || p.password !== undefined, {
    path: ["password"],
    error: "an owner has a password as well",
  });

/** Somebody works here from now on. */
export const POST = (request: Request) =>
  change(async () => {
    signedInOnly();
    const person = await readBody(request, schema);
    await addPerson(person);
    await deed(request, "person", `${person.name} works here, ${person.role}`);
  });
