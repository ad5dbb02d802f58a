import { z } from "zod";
import { change, readBody } from "@/app/api/answer";
import { passwordSchema, pinSchema, roleSchema } from "@/core/shop/sign-in";
import { changePerson } from "@/store/sign-in/people";
import { deed } from "../../entrant";
import { signedInOnly } from "../../sign-in/signed-in-only";

const schema = z.object({
  role: roleSchema.optional(),
  pin: pinSchema.optional(),
  password: passwordSchema.optional(),
  left: z.literal(true, { error: "true: works here no more" }).optional(),
});

/** Another role, a new PIN, a new password, or works here no more. */
export const PATCH = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    signedInOnly();
    const told = await readBody(request, schema);
    const { name } = await changePerson((await params).id, told);
    const done = [
      ...(told.left ? ["works here no more"] : []),
      ...(told.role ? [`is ${told.role} now`] : []),
      ...(told.pin ? ["has a new PIN"] : []),
      ...(told.password ? ["has a new password"] : []),
    ];
    await deed(request, "person", `${name} ${done.join(", ")}`);
  });
