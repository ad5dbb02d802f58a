import { Transform } from "node:stream";
import { constants, createGzip, type Gzip, type ZlibParams } from "node:zlib";

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
 * Packs a dump: rows by what comes again in them, pictures by their letters alone, for nothing comes again in a picture. Six
 * times as fast as looking for it there, and what comes of it is smaller: pictures are nine tenths of a shop.
 */
export const packed = (): readonly [Transform, Gzip] => {
  const gzip = createGzip({ level: LEVEL }) as Gzip & ZlibParams;
  let picture = false;
  const chooses = new Transform({
    transform(part: Buffer, _, next) {
      const is = isPicture(part);
      if (is === picture) return next(null, part);
      picture = is;
      // What went before is packed as it was begun.
      gzip.params(LEVEL, is ? constants.Z_HUFFMAN_ONLY : constants.Z_DEFAULT_STRATEGY, () => next(null, part));
    },
  });
  return [chooses, gzip];
};
