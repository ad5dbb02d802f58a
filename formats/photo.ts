import sharp, { type Sharp } from "sharp";
import { BadInput } from "@/core/wheel/bad-input";

/** A picture as it is kept: JPEG, upright, with nothing of the camera's in it but the picture. */
export interface KeptPhoto {
  readonly large: Buffer;
  readonly small: Buffer;
  readonly width: number;
  readonly height: number;
}

/** Pixels along the longer edge; enough to read a stamped number. */
const LARGE = 2400;
const SMALL = 360;
const KINDS = ["jpeg", "png", "webp"];
/** Pixels in all: a picture of this size still decodes in a small machine's memory. */
const MOST_PIXELS = 120e6;
/** s a picture may take. */
const PATIENCE = 10;

/**
 * Checks that this is a picture and makes it ready to keep. It is decoded and made anew, so where and with what it was
 * taken does not come along; which way up it was held is first turned into the picture itself.
 *
 * @throws BadInput when it is no picture that can be read
 */
export const keepPhoto = async (bytes: Buffer): Promise<KeptPhoto> => {
  const refuse = (why: string): never => {
    throw new BadInput("photo", `${why}; a JPEG, PNG or WebP picture will do`, { code: "unreadable" });
  };
  if (bytes.length === 0) refuse("the file is empty");
  const read = () => sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: "truncated" });
  const kind = await read()
    .metadata()
    .then((m) => m.format as string)
    .catch(() => "unknown");
  if (!KINDS.includes(kind)) refuse(kind === "unknown" ? "this is not a picture" : `a ${kind} file is not taken`);
  try {
    const make = (picture: Sharp, edge: number, quality: number) =>
      picture
        .rotate()
        .resize({ width: edge, height: edge, fit: "inside", withoutEnlargement: true })
        .flatten({ background: "#ffffff" })
        .timeout({ seconds: PATIENCE })
        .jpeg({ quality })
        .toBuffer({ resolveWithObject: true });
    const large = await make(read(), LARGE, 84);
    // From the large one: whatever came in is decoded once.
    const small = await make(sharp(large.data), SMALL, 78);
    return { large: large.data, small: small.data, width: large.info.width, height: large.info.height };
  } catch {
    return refuse("the picture is damaged or far too large");
  }
};

/** Whether these bytes are a picture as this application keeps one. */
export const isKeptPhoto = (bytes: Uint8Array): Promise<boolean> =>
  sharp(bytes)
    .metadata()
    .then(({ format }) => format === "jpeg")
    .catch(() => false);
