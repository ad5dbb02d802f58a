import { readFile } from "node:fs/promises";
import { join } from "node:path";

/** The worker that keeps the application on a device; made with the build (`run/build-worker.ts`), none while developing. */
export const GET = async (): Promise<Response> => {
  const worker = await readFile(join(process.cwd(), ".next", "worker.js"), "utf8").catch(() => null);
  return worker === null
    ? new Response(null, { status: 404 })
    : new Response(worker, {
        headers: { "content-type": "text/javascript; charset=utf-8", "cache-control": "no-cache" },
      });
};
