"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { CopyKind, ShopCopies } from "@/core/shop/copies";
import type { TriedOut } from "@/core/shop/restore";
import { changeRecord } from "../parts/kept/change-record";
import { getJson } from "../parts/kept/get-json";
import { saidOf } from "../parts/kept/sent";
import { PutBack, usePutBack } from "./put-back";

const megabytes = (bytes: number): string => `${(bytes / 1_048_576).toFixed(1)} MB`;
/** ms between two looks while a copy is made, and while none is. */
const [LOOK_OFTEN, LOOK_SELDOM] = [400, 30_000];

const KIND_WORDS: Readonly<Record<CopyKind, string | null>> = {
  daily: null,
  before: "the shop as it was, before another copy was put in its place",
  given: "brought from elsewhere",
};

/** What came of it when the newest copy was last tried out. */
const Tried = ({ tried: { day, copy, failed, there } }: { tried: TriedOut }) =>
  failed === null ? (
    <p className="border-b border-grid px-4 py-2 text-base">
      Tried out on {day}, as every week: {copy} comes up whole, with {there?.counts.jobs} jobs and{" "}
      {there?.counts.readings} readings.
    </p>
  ) : (
    <p className="border-b border-grid px-4 py-2 text-lg font-bold" role="alert">
      Tried out on {day}, {copy} could not be read: {failed}. Make a copy now.
    </p>
  );

/** Copies of the whole shop: made now, or once a day by itself; where they lie, and one saved elsewhere. */
export const Copies = ({ row, onFolder }: { row: string; onFolder: () => void }) => {
  const [message, setMessage] = useState<string | null>(null);
  const [asked, setAsked] = useState(false);
  const look = useQuery({
    queryKey: ["copies"],
    queryFn: () => getJson<ShopCopies>("/api/shop/copies"),
    refetchInterval: ({ state }) => (asked || state.data?.underWay ? LOOK_OFTEN : LOOK_SELDOM),
    staleTime: 0,
  });
  const { folder = "", copies = [], underWay = null, failed = null, tried = null } = look.data ?? {};
  const back = usePutBack();
  const begin = async () => {
    const sent = await changeRecord("/api/shop/copies", {});
    setMessage(saidOf(sent));
    if (sent.state !== "taken") return;
    setAsked(true);
    await look.refetch();
    setTimeout(() => setAsked(false), 1500);
  };
  const part = underWay && underWay.about > 0 ? Math.min(1, underWay.bytes / underWay.about) : 0;
  return (
    <>
      <button type="button" className={row} onClick={() => void begin()} disabled={underWay !== null}>
        <span>copy the whole shop now, pictures and all</span>
        <b className="underline">{underWay ? "copying" : "copy"}</b>
      </button>
      {underWay && (
        <div className="px-4 py-2" role="status">
          <progress className="h-3 w-full" max={1} value={part} aria-label="the copy of the shop" />
          <p className="text-base">
            {megabytes(underWay.bytes)} of about {megabytes(Math.max(underWay.about, underWay.bytes))}
          </p>
        </div>
      )}
      {failed && (
        <p className="px-4 py-2 text-lg font-bold" role="alert">
          The last copy was not made: {failed}
        </p>
      )}
      {message && <p className="px-4 py-2 text-lg font-bold">{message}</p>}
      <button type="button" className={row} onClick={onFolder}>
        <span>
          kept in, one a day for a week, then one a week
          <span className="block text-base break-all">{folder}</span>
        </span>
        <b className="underline">change</b>
      </button>
      {tried && <Tried tried={tried} />}
      <PutBack {...back} />
      {copies.map((c) => (
        <div key={c.name} className={`${row} max-sm:portrait:flex-wrap max-sm:portrait:pt-2`}>
          <span className="min-w-0 max-sm:portrait:basis-full">
            {c.day}, {megabytes(c.bytes)}
            {KIND_WORDS[c.kind] && <span className="block text-base">{KIND_WORDS[c.kind]}</span>}
          </span>
          <span className="flex shrink-0 gap-4">
            <a href={`/api/shop/copies/${c.name}`} className="flex min-h-14 items-center font-bold underline">
              save elsewhere
            </a>
            <button
              type="button"
              className="min-h-14 font-bold underline"
              disabled={!!back.now?.step}
              onClick={() => back.lookInto(c.name)}
            >
              put back
            </button>
          </span>
        </div>
      ))}
      <p className="px-4 py-3 text-base">
        A copy on the same disk is lost with it: save one elsewhere now and then, or name a folder on another disk.
        Before a copy is put back it is looked into beside the shop, and you are asked. A file from elsewhere: npm run
        restore -- FILE.
      </p>
    </>
  );
};
