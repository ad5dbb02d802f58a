import { answer } from "@/app/api/answer";
import { fileAnswer } from "@/app/api/file-answer";
import { zipArchive } from "@/formats/job-archive";
import { readArchive } from "@/store/archive";

/** The whole job as one file: every row and picture. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const archive = await readArchive((await params).id);
    const mark = String(archive.tables.wheels[0]?.mark ?? "");
    return fileAnswer(zipArchive(archive), { name: `job ${mark}.zip`, type: "application/zip" });
  });
