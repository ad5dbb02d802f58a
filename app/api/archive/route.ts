import { change, readBytes } from "@/app/api/answer";
import { unzipArchive } from "@/formats/job-archive";
import { type JobArchive, previewArchive, takeArchive } from "@/store/archive";

/** Reads a job archive: with `?take=yes` it is taken whole or not at all, else only what it would change is told. */
export const POST = (request: Request) =>
  change(async () => {
    const archive = (await unzipArchive(await readBytes(request, 100, "archive"))) as unknown as JobArchive;
    const take = new URL(request.url).searchParams.get("take") === "yes";
    return { taken: take, ...(take ? await takeArchive(archive) : await previewArchive(archive)) };
  });
