"use client";
import { useRef } from "react";
import { changeRecord } from "./change-record";
import type { Changed } from "./sent";

/** What a job is opened with; its id is made here. */
type Opened = { readonly kind: string } & Readonly<Record<string, unknown>>;

/**
 * Opens a job at once or not at all, for the page that comes next is the record's. However often it is tapped while the
 * record takes its time or is away, one job comes of it: until it is opened, the same has the same id.
 */
export const useOpenJob = () => {
  const ids = useRef(new Map<string, string>());
  const underWay = useRef<Promise<{ id: string; sent: Changed }> | null>(null);
  return (job: Opened): Promise<{ id: string; sent: Changed }> => {
    const open = async () => {
      const key = JSON.stringify(job);
      const id = ids.current.get(key) ?? crypto.randomUUID();
      ids.current.set(key, id);
      const sent = await changeRecord("/api/jobs", { id, ...job });
      if (sent.state !== "away") ids.current.delete(key);
      return { id, sent };
    };
    underWay.current ??= open().finally(() => {
      underWay.current = null;
    });
    return underWay.current;
  };
};
