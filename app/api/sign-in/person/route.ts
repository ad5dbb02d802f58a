import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { PIN_LENGTH } from "@/core/shop/sign-in";
import { BadInput } from "@/core/wheel/bad-input";
import { deviceSecret } from "@/record/let-in";
import { addDeed } from "@/store/sign-in/deeds";
import { deviceOf, switchTo } from "@/store/sign-in/devices";
import { listPeople, personByPin } from "@/store/sign-in/people";
import { lettingIn } from "../device-cookie";
import { signedInOnly } from "../signed-in-only";

const schema = z.object({ person: idSchema, pin: z.string().max(20) });

/** Who is at this device from now on, by name and PIN. */
export const POST = (request: Request) =>
  change(async () => {
    signedInOnly();
    const secret = deviceSecret(request.headers.get("cookie"));
    const device = await deviceOf(secret);
    if (!device || !secret)
      return Response.json({ error: { path: "", message: "this device was not let in; pair it" } }, { status: 401 });
    const { person: id, pin } = await readBody(request, schema);
    const person = await personByPin(device.id, id, pin);
    if (!person) {
      const name = (await listPeople()).find((p) => p.id === id)?.name ?? "";
      await addDeed({ device: device.name, who: name, what: "wrong-pin", about: "" });
      throw new BadInput("pin", `that is not ${name === "" ? "the" : `${name}'s`} PIN of ${PIN_LENGTH} figures`, {
        code: "not-there",
      });
    }
    await switchTo(device.id, person.id);
    return lettingIn(secret, { ok: true, name: person.name });
  });
