import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { BadInput } from "@/core/wheel/bad-input";
import { isKeptPhoto } from "./photo";

/** One file with everything: `job.json`, and each picture beside it under its own name. */
export const zipArchive = (archive: { readonly files: Readonly<Record<string, Uint8Array>> }): Uint8Array => {
  const { files, ...rest } = archive;
  return zipSync({ "job.json": strToU8(JSON.stringify(rest, null, 1)), ...files });
};

/** A gigabyte would unpack from a megabyte of zeros: more than this is refused. */
const MOST_BYTES = 200 * 1024 * 1024;
/** What is told of a job, whose largest has some hundred kilobytes; read, it takes fifty times its room. */
const MOST_TOLD = 8 * 1024 * 1024;
/** Pictures of one job, and job.json. */
const MOST_FILES = 500;

/** @throws BadInput when it is no archive, too large unpacked, or a picture in it is none */
export const unzipArchive = async (
  bytes: Uint8Array,
): Promise<{ files: Record<string, Uint8Array> } & Record<string, unknown>> => {
  let unpacked: Record<string, Uint8Array>;
  try {
    let size = 0;
    let count = 0;
    unpacked = unzipSync(bytes, {
      filter: (file) => {
        size += file.originalSize;
        count++;
        const told = file.name === "job.json" && file.originalSize > MOST_TOLD;
        if (size > MOST_BYTES || count > MOST_FILES || told)
          throw new BadInput(
            "archive",
            `unpacked it is too large: at most ${MOST_FILES} files of ${MOST_BYTES / 1048576} MB together, job.json at most ${MOST_TOLD / 1048576} MB; nothing was taken`,
            { code: "too-large", given: size, most: MOST_BYTES },
          );
        return true;
      },
    });
  } catch (error) {
    if (error instanceof BadInput) throw error;
    throw new BadInput("archive", "this is no job archive: a zip file that cannot be unpacked; nothing was taken", {
      code: "unreadable",
    });
  }
  const { "job.json": job, ...files } = unpacked;
  if (!job) throw new BadInput("archive", "job.json is missing in it; nothing was taken", { code: "missing" });
  for (const [name, picture] of Object.entries(files))
    if (!(await isKeptPhoto(picture)))
      throw new BadInput("archive.photos", `${name} is no picture; nothing was taken`, { code: "unreadable" });
  try {
    return { ...JSON.parse(strFromU8(job)), files };
  } catch {
    throw new BadInput("archive", "job.json in it cannot be read; nothing was taken", { code: "unreadable" });
  }
};
