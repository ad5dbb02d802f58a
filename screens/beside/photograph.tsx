"use client";
import { useRef, useState } from "react";
import { useTakePhotos } from "../book-in/use-take-photos";

/** A picture of what is at hand, put with the job. */
export const Photograph = ({ jobId, spoke }: { jobId: string; spoke: number }) => {
  const camera = useRef<HTMLInputElement>(null);
  const { take, message } = useTakePhotos(jobId);
  const [taken, setTaken] = useState(0);
  return (
    <>
      {message && (
        <p role="alert" className="px-6 py-2 text-lg font-bold">
          {message}
        </p>
      )}
      <button
        type="button"
        className="min-h-24 shrink-0 bg-ink text-2xl text-paper outline-offset-[-8px]"
        onClick={() => camera.current?.click()}
      >
        {taken === 0 ? "photograph" : `photograph (${taken} with the job)`}
      </button>
      <input
        ref={camera}
        type="file"
        accept="image/*"
        capture="environment"
        className="hidden"
        aria-label="photo from the camera"
        onChange={async (e) => {
          const files = [...(e.currentTarget.files ?? [])];
          e.currentTarget.value = "";
          await take(files, `at spoke ${spoke}`);
          setTaken((n) => n + files.length);
        }}
      />
    </>
  );
};
