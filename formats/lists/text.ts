import { BadInput } from "@/core/wheel/bad-input";

const NEWLINE = 10;
const lineAt = (bytes: Uint8Array, at: number): number => {
  let line = 1;
  for (let i = 0; i < at; i++) if (bytes[i] === NEWLINE) line++;
  return line;
};

/** Letters of two bytes and more, as UTF-8 writes them. */
const PAIRS = /[\xc2-\xdf][\x80-\xbf]|[\xe0-\xef][\x80-\xbf]{2}|[\xf0-\xf4][\x80-\xbf]{3}/g;
/**
 * What Windows-1252 has at 0x80 to 0x9f, a question mark where it has nothing (WHATWG Encoding Standard). The decoder of the
 * browsers knows it, that of Node 20 takes these for control characters.
 */
const FROM_80 = "€?‚ƒ„…†‡ˆ‰Š‹Œ?Ž??‘’“”•–—˜™š›œ?žŸ";
const NO_LETTER = [0, ...[...FROM_80].flatMap((c, i) => (c === "?" ? [0x80 + i] : []))];

/** Each byte as the letter of its number. */
const byByte = (bytes: Uint8Array): string => {
  let text = "";
  // In pieces, for a function takes only so many arguments.
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return text;
};

const decoded = (bytes: Uint8Array, as: string): string | null => {
  try {
    return new TextDecoder(as, { fatal: true }).decode(bytes);
  } catch {
    return null;
  }
};

/** How a file says by its first bytes what its letters are; without them every second byte of a plain UTF-16 text is none. */
const kindOf = (bytes: Uint8Array): "utf-8" | "utf-16le" | "utf-16be" => {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return "utf-16le";
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return "utf-16be";
  const begins = bytes.subarray(0, 200);
  const empty = (odd: number) => begins.filter((b, i) => i % 2 === odd && b === 0).length;
  const most = begins.length * 0.3;
  if (begins.length >= 4 && empty(1) > most && empty(0) === 0) return "utf-16le";
  if (begins.length >= 4 && empty(0) > most && empty(1) === 0) return "utf-16be";
  return "utf-8";
};

/**
 * A file as text, whatever program wrote it: UTF-8 or UTF-16, with a mark at its beginning or without, or the Windows-1252
 * of older spreadsheets. Line ends become `\n`.
 *
 * @param what the field, `list` or `calendar`
 * @throws BadInput with the line where it is no text, or where letters are broken
 */
export const textOf = (bytes: Uint8Array, what = "list"): string => {
  const lines = (text: string) => text.replace(/^\uFEFF/, "").replace(/\r\n?/g, "\n");
  const refuse = (line: number, why: string): never => {
    throw new BadInput(what, `line ${line}: ${why}; nothing was taken`, { code: "unreadable" });
  };
  const kind = kindOf(bytes);
  const text = decoded(bytes, kind);
  if (text !== null) {
    const at = text.indexOf("\0");
    return at < 0
      ? lines(text)
      : refuse(text.slice(0, at).split("\n").length, "is no text; a list is saved as CSV or tab-separated text");
  }
  if (kind !== "utf-8") return refuse(1, "begins as UTF-16 and does not go on so; save it anew as UTF-8");
  const raw = byByte(bytes);
  const none = bytes.findIndex((byte) => NO_LETTER.includes(byte));
  if (none >= 0) return refuse(lineAt(bytes, none), "is no text; a list is saved as CSV or tab-separated text");
  const rest = raw.replace(PAIRS, (pair) => " ".repeat(pair.length));
  const odd = /[\x80-\xff]/.exec(rest);
  // Mostly as UTF-8 writes them: one that was cut, or put together of two, and not one of older times.
  if (odd && (raw.match(PAIRS) ?? []).length > (rest.match(/[\x80-\xff]/g) ?? []).length)
    return refuse(lineAt(bytes, odd.index), "has letters that are broken; save it anew as UTF-8");
  return lines(raw.replace(/[\x80-\x9f]/g, (c) => FROM_80[c.charCodeAt(0) - 0x80]));
};
