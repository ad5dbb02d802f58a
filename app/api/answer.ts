import { z } from "zod";
import { noRoomFor } from "@/core/shop/room";
import { BadInput } from "@/core/wheel/bad-input";
import { parseJson } from "@/core/wheel/parse-json";
import { parseWith } from "@/core/wheel/parse-with";
import { WritingHeld, whileNotHeld } from "@/store/hold-writing";
import { refusedByDatabase } from "@/store/refused-by-database";
import { roomOfRecord } from "@/store/room";
import { TooManyTries } from "@/store/sign-in/slowed";
import { StaleCopy } from "@/store/stale-copy";
import { forLog, saidOf } from "@/store/trouble";
import { wasWritten } from "@/store/watching";

/** No document of this application is near a megabyte. */
const MOST_MB = 1;

/** Reads at most so many megabytes; a longer body is refused before it is read. @throws BadInput */
export const readBytes = async (request: Request, mostMb: number, field = ""): Promise<Buffer> => {
  const most = mostMb * 1024 * 1024;
  const tooMuch = (bytes: number) =>
    new BadInput(field, `${(bytes / 1048576).toFixed(0)} MB is too much; at most ${mostMb} MB is taken`, {
      code: "too-large",
      given: bytes,
      most,
    });
  const announced = Number(request.headers.get("content-length") ?? 0);
  if (announced > most) throw tooMuch(announced);
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  while (reader) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.length;
    if (size > most) {
      await reader.cancel();
      throw tooMuch(size);
    }
    chunks.push(value);
  }
  return Buffer.concat(chunks);
};

/** Reads a JSON document and parses it. @throws BadInput */
export const readBody = async <S extends z.ZodType>(request: Request, schema: S): Promise<z.output<S>> => {
  const bytes = await readBytes(request, MOST_MB);
  return parseWith(schema, parseJson(bytes.toString("utf8")));
};

/**
 * Runs a handler; bad input becomes 400 with its path, an old copy 409 with both versions, a record that does not answer
 * 503. What it answers itself goes as it is.
 */
export const answer = async (work: () => Promise<unknown>): Promise<Response> => {
  try {
    const given = await work();
    return given instanceof Response ? given : Response.json(given ?? { ok: true });
  } catch (thrown) {
    const error = refusedByDatabase(thrown) ?? thrown;
    if (error instanceof BadInput) return Response.json({ error: error.told }, { status: 400 });
    if (error instanceof StaleCopy)
      return Response.json(
        {
          error: { path: error.path, message: error.message, refusal: { code: "stands-against", what: "stored" } },
          stored: error.stored,
          given: error.given,
        },
        { status: 409 },
      );
    if (error instanceof TooManyTries)
      return Response.json(
        { error: { path: "", message: error.message } },
        { status: 429, headers: { "retry-after": String(error.wait) } },
      );
    if (error instanceof WritingHeld)
      return Response.json({ error: { path: "", message: error.message } }, { status: 503 });
    console.error(forLog(error));
    const { status, message } = saidOf(error);
    return Response.json({ error: { path: "", message } }, { status });
  }
};

/** Runs a handler that changes the record: not while the disk is full, nor while the shop is put back from a copy. */
export const change = (work: () => Promise<unknown>): Promise<Response> => {
  const full = noRoomFor(roomOfRecord());
  // Said before anything is written: a database that runs out of disk in the middle of it ends.
  if (full) return Promise.resolve(Response.json({ error: { path: "", message: full } }, { status: 507 }));
  return answer(async () => {
    const done = await whileNotHeld(work);
    wasWritten();
    return done;
  });
};

export const idSchema = z.uuid({ error: "an id is a UUID made by the sender" });
