import { answer } from "@/app/api/answer";
import { zipArchive } from "@/formats/job-archive";
import { readArchive } from "@/store/archive";

/** The whole job as one file: every row and picture. */
export const GET = async (_: Request, { params }: { params: Promise<{ id: string }> }) => {
  let bytes: Uint8Array | null = null;
  const refused = await answer(async () => {
    bytes = zipArchive(await readArchive((await params).id));
  });
  return bytes
    ? new Response(Buffer.from(bytes), {
        headers: { "content-type": "application/zip", "content-disposition": 'attachment; filename="job.zip"' },
      })
    : refused;
};
