import { inflateSync } from "node:zlib";

/**
 * A font as it is used, out of the compressed file it comes in (W3C, WOFF File Format 1.0: a header of 44 bytes, then 20 bytes
 * a table; each table compressed by itself where that makes it smaller). Whoever reads fonts would unpack the same tables
 * again for every paper.
 */
export const unpackedFont = (woff: Buffer): Buffer => {
  const tables = woff.readUInt16BE(12);
  const directory = Buffer.alloc(12 + tables * 16);
  woff.copy(directory, 0, 4, 8);
  const power = 2 ** Math.floor(Math.log2(tables));
  directory.writeUInt16BE(tables, 4);
  directory.writeUInt16BE(power * 16, 6);
  directory.writeUInt16BE(Math.log2(power), 8);
  directory.writeUInt16BE((tables - power) * 16, 10);
  const parts: Buffer[] = [directory];
  let end = directory.length;
  for (let i = 0; i < tables; i++) {
    const entry = 44 + i * 20;
    const [from, packed, length] = [4, 8, 12].map((at) => woff.readUInt32BE(entry + at));
    const stored = woff.subarray(from, from + packed);
    const table = packed < length ? inflateSync(stored) : stored;
    const at = 12 + i * 16;
    woff.copy(directory, at, entry, entry + 4);
    directory.writeUInt32BE(woff.readUInt32BE(entry + 16), at + 4);
    directory.writeUInt32BE(end, at + 8);
    directory.writeUInt32BE(length, at + 12);
    const padded = Buffer.concat([table, Buffer.alloc((4 - (length % 4)) % 4)]);
    parts.push(padded);
    end += padded.length;
  }
  return Buffer.concat(parts);
};
