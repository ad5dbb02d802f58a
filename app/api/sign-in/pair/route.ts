import { z } from "zod";
import { change, readBody } from "@/app/api/answer";
import { deviceNameSchema } from "@/core/shop/sign-in";
import { addDeed } from "@/store/sign-in/deeds";
import { letIn } from "@/store/sign-in/devices";
import { pairingKind, takePairing } from "@/store/sign-in/pairings";
import { codeRefused } from "../code-refused";
import { cameFrom, lettingIn } from "../device-cookie";
import { signedInOnly } from "../signed-in-only";

const schema = z.object({ code: z.string().max(40), device: deviceNameSchema });

/** Lets a device in by a code shown on one that is in; who is at it is told next. */
export const POST = (request: Request) =>
  change(async () => {
    signedInOnly();
    const { code, device } = await readBody(request, schema);
    // One that makes an owner is not used up by naming a device.
    if ((await pairingKind(cameFrom(request), code)) !== "device") throw codeRefused();
    if (!(await takePairing(cameFrom(request), code))) throw codeRefused();
    const { token } = await letIn(device, null);
    await addDeed({ device, who: "", what: "paired", about: device });
    return lettingIn(token);
  });
