import { change, idSchema, readBytes } from "@/app/api/answer";
import { notThere } from "@/core/wheel/bad-input";
import { parseWith } from "@/core/wheel/parse-with";
import { keepPhoto } from "@/formats/photo";
import { findJob } from "@/store/jobs";
import { addPhoto } from "@/store/photos";

const MOST_MB = 20;

/** Takes a photo as it comes from camera or file: the body is the picture, its id and caption stand in the address. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const { id: jobId } = await params;
    const asked = new URL(request.url).searchParams;
    const id = parseWith(idSchema, asked.get("id"), "id");
    const caption = (asked.get("caption") ?? "").slice(0, 300);
    const picture = await keepPhoto(await readBytes(request, MOST_MB, "photo"));
    if (!(await findJob(jobId))) throw notThere("job", "id");
    return { ok: true, changes: await addPhoto({ id, jobId, caption, ...picture }) };
  });
