"use client";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import type { Standing } from "@/core/shop/standing";
import { getJson } from "./get-json";
import { useRefresh } from "./use-refresh";

/** ms between two looks at how the shop stands, and while nothing is written. */
const [LOOK_SELDOM, LOOK_OFTEN] = [15_000, 1000];
/** The same while the shop does not answer. */
const LOOK_AGAIN = 3000;

const NOTE = "shrink-0 border-b border-rule px-4 py-1 text-base";

/**
 * What holds for the shop as a whole: the disk fills up, a copy is being put back; another shop in its place is shown anew.
 *
 * @param ofJob a job's page looks by itself for what changed while the shop was away; any other is drawn anew
 */
export const StandingNote = ({ ofJob }: { ofJob: boolean }) => {
  const look = useQuery({
    queryKey: ["standing"],
    queryFn: () => getJson<Standing>("/api/standing"),
    refetchInterval: ({ state }) =>
      state.status === "error" ? LOOK_AGAIN : state.data?.held ? LOOK_OFTEN : LOOK_SELDOM,
    staleTime: 5000,
  });
  const { held = null, room = null, era } = look.data ?? {};
  const first = useRef(era);
  first.current ??= era;
  useEffect(() => {
    // All that stands on the page is of a shop that is no more.
    if (first.current !== undefined && era !== undefined && first.current !== era) window.location.reload();
  }, [era]);
  const refresh = useRefresh();
  const wasAway = useRef(false);
  useEffect(() => {
    if (look.isError) wasAway.current = true;
    if (ofJob || !look.isSuccess || !wasAway.current) return;
    wasAway.current = false;
    refresh();
  }, [look.isError, look.isSuccess, ofJob, refresh]);
  return (
    <>
      {held && (
        <p role="alert" className={`${NOTE} font-bold`}>
          {held}
        </p>
      )}
      {room && (
        <p role="alert" className={`${NOTE} font-bold`}>
          {room}
        </p>
      )}
    </>
  );
};
