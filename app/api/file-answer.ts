import { textOf } from "@/formats/lists/text";
import type { Decimal } from "@/formats/lists/written";
import { readSettings } from "@/store/settings";
import { readBytes } from "./answer";

/** What no file system of a tablet, a desk or a stick takes in a name. */
const NOT_IN_A_NAME = /[\p{Cc}"*/:<>?\\|]/gu;
/** Percent signs for what is no letter of an address (RFC 5987). */
const extended = (name: string): string =>
  encodeURIComponent(name).replace(/['()*!]/g, (c) => `%${c.charCodeAt(0).toString(16).toUpperCase()}`);

interface FileAs {
  /** As it is saved: `Wheel 12 rounds.csv`; letters of any script. */
  readonly name: string;
  readonly type: string;
  /** Looked at in the browser first, as a paper is. */
  readonly shown?: boolean;
}

/** A file with its name, as RFC 6266 has it: in plain letters for those that know no others, and as it is called. */
export const fileAnswer = (body: BodyInit | Uint8Array, { name, type, shown = false }: FileAs): Response => {
  const called = name
    .replace(/\p{Surrogate}/gu, "_")
    .replace(NOT_IN_A_NAME, "_")
    .trim();
  const plain = called
    .normalize("NFD")
    .replace(/\p{M}/gu, "")
    .replace(/[^ -~]/g, "_");
  return new Response(body as BodyInit, {
    headers: {
      "content-type": type,
      "content-disposition": `${shown ? "inline" : "attachment"}; filename="${plain}"; filename*=UTF-8''${extended(called)}`,
    },
  });
};

/** A paper, looked at before it is printed. */
export const paperAnswer = (name: string, pdf: Uint8Array): Response =>
  fileAnswer(pdf, { name: `${name}.pdf`, type: "application/pdf", shown: true });

/** Sent as it is made. */
const streamOf = (parts: AsyncIterable<string>): ReadableStream<Uint8Array> => {
  const each = parts[Symbol.asyncIterator]();
  const bytes = new TextEncoder();
  return new ReadableStream({
    pull: async (to) => {
      const { done, value } = await each.next();
      if (done) to.close();
      else to.enqueue(bytes.encode(value));
    },
    cancel: async () => void (await each.return?.()),
  });
};

/** A list as the shop's spreadsheet reads it, a long one in parts. @param write what makes it, with the decimal sign told */
export const listAnswer = async (
  name: string,
  write: (decimal: Decimal) => string | AsyncIterable<string>,
): Promise<Response> => {
  const { listDecimal } = await readSettings();
  const made = write(listDecimal);
  return fileAnswer(typeof made === "string" ? made : streamOf(made), {
    name: `${name}.csv`,
    type: "text/csv; charset=utf-8",
  });
};

/** A list that is sent, as text. @throws BadInput */
export const readList = async (request: Request, mostMb = 2, what = "list"): Promise<string> =>
  textOf(await readBytes(request, mostMb, what), what);

/** Whether it is to be taken, or only told what it would change. */
export const isToBeTaken = (request: Request, errors: readonly unknown[]): boolean =>
  new URL(request.url).searchParams.get("take") === "yes" && errors.length === 0;
