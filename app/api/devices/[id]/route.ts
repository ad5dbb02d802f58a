import { z } from "zod";
import { change, readBody } from "@/app/api/answer";
import { deviceNameSchema } from "@/core/shop/sign-in";
import { renameDevice, revokeDevice } from "@/store/sign-in/devices";
import { deed } from "../../entrant";
import { signedInOnly } from "../../sign-in/signed-in-only";

const schema = z.object({ name: deviceNameSchema });

/** Calls a device otherwise. */
export const PATCH = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    signedInOnly();
    const { name } = await readBody(request, schema);
    await renameDevice((await params).id, name);
  });

/** Shuts a device out, at once. */
export const DELETE = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    signedInOnly();
    await deed(request, "revoked", await revokeDevice((await params).id));
  });
