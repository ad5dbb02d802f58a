import { answer } from "@/app/api/answer";
import { notThere } from "@/core/wheel/bad-input";
import { changesOf } from "@/store/changes";

/** How many changes a job has had: cheap enough to be asked all the time, so that one tablet sees another's. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const changes = await changesOf((await params).id);
    if (changes === null) throw notThere("job", "id");
    return { changes };
  });
