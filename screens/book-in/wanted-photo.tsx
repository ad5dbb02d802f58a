"use client";
import { useWaiting } from "../parts/kept/use-job";
import { useTakePhotos } from "./use-take-photos";

/** A photo that is wanted among what is lost for good: taken here, known again by what stands under it. */
export const WantedPhoto = ({
  jobId,
  caption,
  how,
  photos,
}: {
  jobId: string;
  /** What stands under it, and how it is known again. */
  caption: string;
  how: string;
  photos: readonly { readonly caption: string }[];
}) => {
  const { take, message } = useTakePhotos(jobId);
  const waiting = useWaiting(jobId).filter((e) => e.what === "photo" && e.caption === caption);
  const taken = photos.filter((p) => p.caption === caption).length + waiting.length;
  return (
    <div className="border-b border-grid">
      <label className="flex min-h-12 cursor-pointer items-center justify-between gap-3 px-3 focus-within:outline-3">
        <span className="text-base">
          photo: {caption}
          <span className="block">{how}</span>
        </span>
        <b className="shrink-0 underline">{taken === 0 ? "take it" : `${taken} taken; one more`}</b>
        <input
          type="file"
          accept="image/*"
          capture="environment"
          className="sr-only"
          aria-label={`photo: ${caption}`}
          onChange={(e) => {
            const list = [...(e.currentTarget.files ?? [])];
            e.currentTarget.value = "";
            void take(list, caption);
          }}
        />
      </label>
      {message && (
        <p role="alert" className="px-3 pb-2 text-base font-bold">
          {message}
        </p>
      )}
    </div>
  );
};
