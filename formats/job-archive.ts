import { strFromU8, strToU8, type UnzipFileInfo, unzip, zipSync } from "fflate";
import { BadInput } from "@/core/wheel/bad-input";
import { parseJson } from "@/core/wheel/parse-json";
import { isKeptPhoto } from "./photo";

/** One file with everything: `job.json`, and each picture beside it under its own name. */
export const zipArchive = (archive: { readonly files: Readonly<Record<string, Uint8Array>> }): Uint8Array => {
  const { files, ...rest } = archive;
  return zipSync({ "job.json": strToU8(JSON.stringify(rest, null, 1)), ...files });
};

/** A gigabyte would unpack from a megabyte of zeros: more than this is refused. */
const MOST_BYTES = 200 * 1024 * 1024;
/** What is told of a job, whose largest has some hundred kilobytes; read, it takes fifty times its room. */
const MOST_TOLD = 4 * 1024 * 1024;
/** Pictures of one job, and job.json. */
const MOST_FILES = 500;

/** ms an archive of a hundred megabytes takes many times over. */
const PATIENCE = 20_000;

/** Unpacks beside what else the program does, and only so long. @throws BadInput when it cannot be, or is too large */
const unpack = (bytes: Uint8Array): Promise<Record<string, Uint8Array>> =>
  new Promise((done, fail) => {
    const unreadable = () =>
      fail(
        new BadInput("archive", "this is no job archive: a zip file that cannot be unpacked; nothing was taken", {
          code: "unreadable",
        }),
      );
    let [size, count] = [0, 0];
    const tooLarge = () =>
      new BadInput(
        "archive",
        `unpacked it is too large: at most ${MOST_FILES} files of ${MOST_BYTES / 1048576} MB together, job.json at most ${MOST_TOLD / 1048576} MB; nothing was taken`,
        { code: "too-large", given: size, most: MOST_BYTES },
      );
    let isTooLarge = false;
    const filter = (file: UnzipFileInfo): boolean => {
      size += file.originalSize;
      count++;
      const told = file.name === "job.json" && file.originalSize > MOST_TOLD;
      isTooLarge ||= size > MOST_BYTES || count > MOST_FILES || told;
      // Before any of it is unpacked: what follows is only counted.
      return !isTooLarge;
    };
    let stop = () => {};
    const tired = setTimeout(() => {
      stop();
      unreadable();
    }, PATIENCE);
    try {
      stop = unzip(bytes, { filter }, (error, files) => {
        clearTimeout(tired);
        if (isTooLarge) fail(tooLarge());
        else if (error) unreadable();
        else done(files);
      });
      if (isTooLarge) {
        stop();
        clearTimeout(tired);
        fail(tooLarge());
      }
    } catch {
      clearTimeout(tired);
      unreadable();
    }
  });

/** @throws BadInput when it is no archive, too large unpacked, or a picture in it is none */
export const unzipArchive = async (
  bytes: Uint8Array,
): Promise<{ files: Record<string, Uint8Array> } & Record<string, unknown>> => {
  const unpacked = await unpack(bytes);
  const { "job.json": job, ...files } = unpacked;
  if (!job) throw new BadInput("archive", "job.json is missing in it; nothing was taken", { code: "missing" });
  for (const [name, picture] of Object.entries(files))
    if (!(await isKeptPhoto(picture)))
      throw new BadInput("archive.photos", `${name} is no picture; nothing was taken`, { code: "unreadable" });
  try {
    const told = parseJson(strFromU8(job));
    // A text taken apart would be as many things as it has letters.
    if (typeof told !== "object" || told === null || Array.isArray(told))
      throw new BadInput("", "it is no document", { code: "unreadable" });
    return { ...told, files };
  } catch (error) {
    const { path = "", message = "" } = error instanceof BadInput ? error : {};
    throw new BadInput(["archive", path].filter(Boolean).join("."), `job.json in it cannot be read: ${message}`, {
      code: "unreadable",
    });
  }
};
