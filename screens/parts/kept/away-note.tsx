"use client";
import { useEffect, useState, useSyncExternalStore } from "react";
import { onAway, recordIsAway } from "./record-away";
import { openedAsKept } from "./worker/with-worker";

const notHere = (): boolean => false;

/** While the record does not answer and nothing waits yet: that it goes on here, and how old the page is. */
export const AwayNote = ({ className }: { className: string }) => {
  const away = useSyncExternalStore(onAway, recordIsAway, notHere);
  const [at, setAt] = useState<number | null>(null);
  useEffect(() => {
    if (away) void openedAsKept().then(setAt);
  }, [away]);
  if (!away) return null;
  const when = at === null ? null : new Date(at).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" });
  return (
    <p role="status" className={className} data-testid="away">
      The record cannot be reached{when && `; this page is as it was kept here, ${when}`}. What you enter is kept and
      sent as soon as it answers.
    </p>
  );
};
