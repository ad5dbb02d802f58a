"use client";
import { useEffect, useState } from "react";
import type { JobRow } from "@/core/planning/job-row";
import { ShopBar } from "../parts/frame/shop-bar";
import { sharedFiles } from "../parts/kept/given-files";
import { KeptNote } from "../parts/kept/kept-note";
import { TakeJob } from "../settings/take-job";
import { OpenedPictures } from "./opened-pictures";
import { OpenedWheelFile } from "./opened-wheel-file";

/** What a browser hands over that was asked to open files with the application. */
interface LaunchQueue {
  setConsumer(take: (launched: { readonly files?: readonly { getFile(): Promise<File> }[] }) => void): void;
}

const ROW = "flex min-h-14 w-full items-center justify-between gap-4 border-b border-grid px-4 text-left text-lg";

/** Files the device was asked to open with the application, or was given by another program. */
export const OpenedPage = ({ jobs }: { jobs: readonly JobRow[] }) => {
  const [files, setFiles] = useState<readonly File[] | null>(null);
  useEffect(() => {
    void sharedFiles()
      .catch(() => [])
      .then((shared) => setFiles((now) => [...(now ?? []), ...shared]));
    (window as unknown as { readonly launchQueue?: LaunchQueue }).launchQueue?.setConsumer(
      async ({ files: handles }) => {
        const given = await Promise.all((handles ?? []).map((h) => h.getFile()));
        if (given.length > 0) setFiles((now) => [...(now ?? []), ...given]);
      },
    );
  }, []);
  const wheels = jobs.filter((j) => !j.finished && j.unreadable === undefined);
  const pictures = (files ?? []).filter((f) => f.type.startsWith("image/"));
  const archive = (files ?? []).find((f) => f.name.toLowerCase().endsWith(".zip"));
  const wheelFile = (files ?? []).find((f) => f.name.toLowerCase().endsWith(".json"));
  return (
    <div className="flex h-dvh flex-col overflow-y-auto">
      <ShopBar current="/opened" title="Opened" />
      <KeptNote />
      <main className="min-h-0 flex-1">
        {pictures.length > 0 && <OpenedPictures pictures={pictures} jobs={wheels} row={ROW} />}
        {archive && <TakeJob row={ROW} given={archive} />}
        {wheelFile && <OpenedWheelFile file={wheelFile} jobs={wheels} row={ROW} />}
        {files !== null && pictures.length === 0 && !archive && !wheelFile && (
          <p className="p-4 text-lg">
            Nothing was opened. A job’s archive (.zip), a wheel file (.json) or pictures come here when this device
            opens them with Tall Compass, or another program gives them.
          </p>
        )}
      </main>
    </div>
  );
};
