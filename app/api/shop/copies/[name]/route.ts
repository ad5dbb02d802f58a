import { createReadStream, statSync } from "node:fs";
import { Readable } from "node:stream";
import { answer } from "@/app/api/answer";
import { copyFile } from "@/store/copies";

/** A copy of the whole shop, to be kept somewhere else. */
export const GET = (_: Request, { params }: { params: Promise<{ name: string }> }) =>
  answer(async () => {
    const { name } = await params;
    const file = await copyFile(name);
    if (!file) return new Response("There is no such copy", { status: 404 });
    return new Response(Readable.toWeb(createReadStream(file)) as ReadableStream, {
      headers: {
        "content-type": "application/gzip",
        "content-length": String(statSync(file).size),
        "content-disposition": `attachment; filename="${name}"`,
      },
    });
  });
