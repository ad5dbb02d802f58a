import { Transform } from "node:stream";
import { constants, createGzip, type Gzip } from "node:zlib";

/** Of so many letters of a part it is asked whether they are figures of a picture. */
const ASKED = 256;
/** A picture has nothing but them; rows of anything else have words and commas. */
const PICTURE = 0.97;

/** Of zlib's nine: from the fourth on it takes twice as long for a twentieth less. */
const LEVEL = 3;

const isFigure = (byte: number): boolean => (byte >= 48 && byte <= 57) || (byte >= 65 && byte <= 70);

/** Whether a part of a dump is the inside of a picture, written as figures and letters to F. */
const isPicture = (part: Buffer): boolean => {
  const step = Math.max(1, Math.floor(part.length / ASKED));
  let [figures, asked] = [0, 0];
  for (let at = 0; at < part.length; at += step) {
    asked++;
    if (isFigure(part[at])) figures++;
  }
  return figures >= asked * PICTURE;
};

/**
 * Packs a dump: rows by what comes again in them, pictures by their letters alone, for nothing comes again in a picture.
 * Four times as fast as looking for it there, and what comes of it is smaller: pictures are nine tenths of a shop. Each
 * stretch is a member of the file of its own (RFC 1952, 2.2: members follow one another), which whatever unpacks it puts
 * together again.
 */
export const packed = (): Transform => {
  let member: { readonly gzip: Gzip; readonly picture: boolean } | null = null;
  const begin = (picture: boolean): Gzip => {
    const gzip = createGzip(picture ? { strategy: constants.Z_HUFFMAN_ONLY } : { level: LEVEL });
    gzip.on("data", (part: Buffer) => pack.push(part));
    gzip.on("error", (error) => pack.destroy(error));
    member = { gzip, picture };
    return gzip;
  };
  const end = (done: () => void): void => {
    if (member) member.gzip.once("end", done).end();
    else done();
  };
  const pack = new Transform({
    transform(part: Buffer, _, next) {
      const picture = isPicture(part);
      if (member?.picture === picture) member.gzip.write(part, next);
      else end(() => begin(picture).write(part, next));
    },
    flush: (done) => end(done),
  });
  return pack;
};
