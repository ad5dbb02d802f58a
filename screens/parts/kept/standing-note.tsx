"use client";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import type { Standing } from "@/core/shop/standing";
import { getJson } from "./get-json";

/** ms between two looks at how the shop stands, and while nothing is written. */
const [LOOK_SELDOM, LOOK_OFTEN] = [15_000, 1000];

const NOTE = "shrink-0 border-b border-rule px-4 py-1 text-base";

/** What holds for the shop as a whole: the disk fills up, a copy is being put back; another shop in its place is shown anew. */
export const StandingNote = () => {
  const look = useQuery({
    queryKey: ["standing"],
    queryFn: () => getJson<Standing>("/api/standing"),
    refetchInterval: ({ state }) => (state.data?.held ? LOOK_OFTEN : LOOK_SELDOM),
    staleTime: 5000,
  });
  const { held = null, room = null, era } = look.data ?? {};
  const first = useRef(era);
  first.current ??= era;
  useEffect(() => {
    // All that stands on the page is of a shop that is no more.
    if (first.current !== undefined && era !== undefined && first.current !== era) window.location.reload();
  }, [era]);
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
