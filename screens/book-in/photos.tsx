"use client";
import Image from "next/image";
import { Dialog } from "radix-ui";
import { useRef } from "react";
import { useWaiting } from "../parts/kept/use-job";
import { useTakePhotos } from "./use-take-photos";

interface PhotoShown {
  readonly id: string;
  readonly caption: string;
  readonly width: number;
  readonly height: number;
}

/** Photos of the job: from a file or the camera, small in a row, seen large when tapped. */
export const Photos = ({ jobId, photos }: { jobId: string; photos: readonly PhotoShown[] }) => {
  const { take, message } = useTakePhotos(jobId);
  const waiting = useWaiting(jobId).filter((e) => e.what === "photo");
  const file = useRef<HTMLInputElement>(null);
  const camera = useRef<HTMLInputElement>(null);
  const chosen = (input: HTMLInputElement) => {
    const list = [...(input.files ?? [])];
    input.value = "";
    void take(list);
  };
  return (
    <section aria-label="photos" className="p-3">
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="min-h-14 border border-ink px-4 text-lg"
          onClick={() => camera.current?.click()}
        >
          take a photo
        </button>
        <button type="button" className="min-h-14 border border-ink px-4 text-lg" onClick={() => file.current?.click()}>
          from a file
        </button>
        <input
          ref={camera}
          type="file"
          accept="image/*"
          capture="environment"
          className="hidden"
          aria-label="photo from the camera"
          onChange={(e) => chosen(e.currentTarget)}
        />
        <input
          ref={file}
          type="file"
          accept="image/jpeg,image/png,image/webp"
          multiple
          className="hidden"
          aria-label="photo from a file"
          onChange={(e) => chosen(e.currentTarget)}
        />
      </div>
      {waiting.length > 0 && !message && <p className="pt-2 text-base">storing {waiting[0].caption} …</p>}
      {message && (
        <p role="alert" className="pt-2 text-base font-bold">
          {message}
        </p>
      )}
      {photos.length === 0 && waiting.length === 0 && !message && (
        <p className="pt-3 text-base">
          No photo yet. One of each side, and one of the spacers in their order, before the key goes on.
        </p>
      )}
      <ul className="flex flex-wrap gap-2 pt-3">
        {photos.map((p) => (
          <li key={p.id}>
            <Dialog.Root>
              <Dialog.Trigger className="block border border-rule" aria-label={`photo ${p.caption}, see large`}>
                <Image
                  unoptimized
                  src={`/api/photos/${p.id}?size=small`}
                  alt={p.caption}
                  width={p.width}
                  height={p.height}
                  className="h-32 w-auto"
                />
              </Dialog.Trigger>
              <Dialog.Portal>
                <Dialog.Content
                  aria-describedby={undefined}
                  className="fixed inset-0 z-20 flex flex-col bg-paper outline-none"
                >
                  <div className="flex min-h-14 items-center justify-between border-b border-ink px-4">
                    <Dialog.Title className="truncate text-lg">{p.caption || "photo"}</Dialog.Title>
                    <Dialog.Close className="min-h-14 px-6 text-lg underline">back</Dialog.Close>
                  </div>
                  <Image
                    unoptimized
                    src={`/api/photos/${p.id}?size=large`}
                    alt={p.caption}
                    width={p.width}
                    height={p.height}
                    className="min-h-0 flex-1 object-contain p-2"
                  />
                </Dialog.Content>
              </Dialog.Portal>
            </Dialog.Root>
          </li>
        ))}
      </ul>
    </section>
  );
};
