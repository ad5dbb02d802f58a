import { z } from "zod";
import { change, readBody } from "@/app/api/answer";
import { deviceNameSchema, personNameSchema } from "@/core/shop/sign-in";
import { BadInput } from "@/core/wheel/bad-input";
import { addDeed } from "@/store/sign-in/deeds";
import { letIn } from "@/store/sign-in/devices";
import { ownerByPassword } from "@/store/sign-in/people";
import { cameFrom, lettingIn } from "../device-cookie";
import { signedInOnly } from "../signed-in-only";

const schema = z.object({ name: personNameSchema, password: z.string().max(200), device: deviceNameSchema });

/** Lets a device in by an owner's password, where none that is in is at hand. */
export const POST = (request: Request) =>
  change(async () => {
    signedInOnly();
    const { name, password, device } = await readBody(request, schema);
    const owner = await ownerByPassword(cameFrom(request), name, password);
    if (!owner) {
      await addDeed({ device, who: name, what: "wrong-pin", about: `password, from ${cameFrom(request)}` });
      throw new BadInput("password", "no owner of that name has that password", { code: "not-there" });
    }
    const { token } = await letIn(device, owner.id);
    await addDeed({ device, who: owner.name, what: "paired", about: `${device}, by password` });
    return lettingIn(token);
  });
