import { z } from "zod";
import { change, readBody } from "@/app/api/answer";
import { deviceNameSchema, passwordSchema, personNameSchema, pinSchema } from "@/core/shop/sign-in";
import { addDeed } from "@/store/sign-in/deeds";
import { letIn } from "@/store/sign-in/devices";
import { pairingKind, takePairing } from "@/store/sign-in/pairings";
import { addPerson, changePerson, listPeople } from "@/store/sign-in/people";
import { codeRefused } from "../code-refused";
import { cameFrom, lettingIn } from "../device-cookie";
import { signedInOnly } from "../signed-in-only";

const schema = z.object({
  code: z.string().max(40),
  device: deviceNameSchema,
  name: personNameSchema,
  pin: pinSchema,
  password: passwordSchema,
});

/** Makes an owner by a code the machine itself has shown: the first of the shop, or one whose password was forgotten. */
export const POST = (request: Request) =>
  change(async () => {
    signedInOnly();
    const { code, device, name, pin, password } = await readBody(request, schema);
    if ((await pairingKind(cameFrom(request), code)) !== "owner") throw codeRefused();
    const known = (await listPeople()).find((person) => person.name === name);
    if (!(await takePairing(cameFrom(request), code))) throw codeRefused();
    const id = known?.id ?? crypto.randomUUID();
    if (known) await changePerson(id, { role: "owner", pin, password });
    else await addPerson({ id, name, role: "owner", pin, password });
    const { token } = await letIn(device, id);
    await addDeed({ device, who: name, what: "paired", about: `${device}, by a code of the machine's own` });
    return lettingIn(token);
  });
