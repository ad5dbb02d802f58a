import { changingJob, inOrder, isThere } from "./changes";
import { database } from "./database";

/** A photo of a job; the picture itself is fetched apart. */
export interface Photo {
  readonly id: string;
  readonly jobId: string;
  readonly caption: string;
  readonly width: number;
  readonly height: number;
}

export interface PhotoWithPicture extends Photo {
  /** JPEG, as large as it is kept, and small for a list. */
  readonly large: Buffer;
  readonly small: Buffer;
}

/** The same id again changes nothing. @returns how many changes the job has had */
export const addPhoto = (p: PhotoWithPicture): Promise<number> =>
  changingJob(p.jobId, async (trx, at_change) => {
    if (await isThere(trx, "photos", p.id)) return false;
    const { jobId: job_id, ...photo } = p;
    await trx("photos").insert({ job_id, ...photo, at_change });
    return true;
  });

/** In the order taken, without the pictures. */
export const listPhotos = async (jobId: string): Promise<Photo[]> => {
  const rows = await database()("photos")
    .where({ job_id: jobId })
    .orderBy(inOrder("photos"))
    .select("id", "caption", "width", "height");
  return rows.map((r) => ({ ...r, jobId }));
};

export const findPicture = async (id: string, size: "large" | "small"): Promise<Buffer | null> => {
  const row = await database()("photos").where({ id }).first(size);
  return row ? row[size] : null;
};
