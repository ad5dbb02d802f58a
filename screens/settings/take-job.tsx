"use client";
import { useEffect, useRef, useState } from "react";
import type { ArchivePreview } from "@/core/shop/archive-preview";

/** A job read in from a file: what it would bring is told first. @param given a file that came by itself */
export const TakeJob = ({ row, given }: { row: string; given?: File }) => {
  const [archive, setArchive] = useState<{ readonly file: File; readonly preview: ArchivePreview } | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const read = async (file: File, take: boolean) => {
    const response = await fetch(`/api/archive${take ? "?take=yes" : ""}`, { method: "POST", body: file }).catch(
      () => null,
    );
    const answer = await response?.json().catch(() => null);
    // Taken in twice it is there once.
    if (!response || !answer)
      return setMessage("The record did not answer. Choose the file again: it comes in only once.");
    setArchive(take || !response.ok ? null : { file, preview: answer });
    setMessage(response.ok ? (take ? `${answer.mark} is taken in.` : null) : (answer.error?.message ?? "not taken"));
  };
  const first = useRef(given);
  useEffect(() => {
    if (first.current) void read(first.current, false);
    first.current = undefined;
  });
  return (
    <>
      <label className={`${row} cursor-pointer focus-within:outline-3`}>
        <span>open a job's archive: what it would bring is told first</span>
        <b className="underline">choose</b>
        <input
          type="file"
          accept=".zip"
          className="sr-only"
          onChange={(e) => {
            const file = e.target.files?.[0];
            if (file) void read(file, false);
            e.target.value = "";
          }}
        />
      </label>
      {archive && (
        <div className="px-4 py-3 text-lg" data-testid="archive">
          <p>
            Wheel <b>{archive.preview.mark}</b> of {archive.preview.customer || "no name"}:{" "}
            {Object.entries(archive.preview.rows)
              .filter(([, n]) => n > 0)
              .map(([t, n]) => `${n} ${t}`)
              .join(", ")}
            .
            {archive.preview.markHere !== archive.preview.mark &&
              ` ${archive.preview.mark} is another wheel's here: this one comes in as ${archive.preview.markHere}.`}
            {archive.preview.held > 0 ? ` ${archive.preview.held} of these are here already and stay as they are.` : ""}
          </p>
          <button
            type="button"
            onClick={() => void read(archive.file, true)}
            className="mt-2 min-h-14 w-full bg-ink text-xl text-paper"
          >
            take it in
          </button>
        </div>
      )}
      {message && <p className="px-4 py-2 text-lg font-bold">{message}</p>}
    </>
  );
};
