import { z } from "zod";
import { change, readBody } from "@/app/api/answer";
import { removeAway } from "@/store/away";

const day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/, { error: "a day such as 2026-11-23" });

/** Takes a day out of what nobody is at the bench for. */
export const DELETE = (request: Request) =>
  change(async () => {
    const { uid, day: on } = await readBody(request, z.object({ uid: z.string().min(1).max(200), day }));
    await removeAway(uid, on);
  });
