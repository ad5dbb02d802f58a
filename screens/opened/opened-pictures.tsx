"use client";
import Image from "next/image";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import type { JobRow } from "@/core/planning/job-row";
import { useTakePhotos } from "../book-in/use-take-photos";
import { dropShared } from "../parts/kept/given-files";
import { WhichWheel } from "./which-wheel";

/** Pictures another program gave: of which wheel they are is asked once. */
export const OpenedPictures = ({
  pictures,
  jobs,
  row,
}: {
  pictures: readonly File[];
  jobs: readonly JobRow[];
  row: string;
}) => {
  const [job, setJob] = useState<JobRow | null>(null);
  const [seen, setSeen] = useState<readonly string[]>([]);
  useEffect(() => {
    const shown = pictures.map((p) => URL.createObjectURL(p));
    setSeen(shown);
    return () => {
      for (const address of shown) URL.revokeObjectURL(address);
    };
  }, [pictures]);
  return (
    <section aria-label="pictures that were given">
      <h2 className="px-4 pt-3 pb-1 text-lg font-bold">
        {pictures.length === 1
          ? "A picture: of which wheel is it?"
          : `${pictures.length} pictures: of which wheel are they?`}
      </h2>
      <div className="flex flex-wrap gap-2 px-4 pb-3">
        {seen.map((address, i) => (
          // It lies on this device: there is nothing to make smaller.
          <Image
            key={address}
            src={address}
            alt={pictures[i]?.name ?? ""}
            width={170}
            height={128}
            unoptimized
            className="h-32 w-auto border border-rule"
          />
        ))}
      </div>
      {job ? <Taking job={job} pictures={pictures} /> : <WhichWheel jobs={jobs} row={row} onChoose={setJob} />}
    </section>
  );
};

const Taking = ({ job, pictures }: { job: JobRow; pictures: readonly File[] }) => {
  const { take, message } = useTakePhotos(job.id);
  const router = useRouter();
  const [begun, setBegun] = useState(false);
  useEffect(() => {
    if (begun) return;
    setBegun(true);
    // Kept with the job's letters now: what was given is not needed any more.
    void take(pictures)
      .then(dropShared)
      .then(() => router.push(`/jobs/${job.id}/book-in?tab=photos`));
  }, [begun, take, pictures, router, job.id]);
  return (
    <p className="px-4 py-2 text-lg" role={message ? "alert" : undefined}>
      {message ?? `putting them with ${job.mark} …`}
    </p>
  );
};
