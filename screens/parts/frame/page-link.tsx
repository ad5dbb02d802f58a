"use client";
import Link from "next/link";
import { type ComponentProps, useEffect, useState } from "react";
import { sendAll } from "../kept/post-office";
import { recordIsAway } from "../kept/record-away";
import { isKeptHere } from "../kept/worker/with-worker";

/** ms that it stands there. */
const TOLD_FOR = 4000;

/**
 * A link to another page of the house. What is needed there is fetched when a finger or pointer comes near, not for
 * every link on the page: a list of forty wheels asked the record eighty times when it was opened. While the record is
 * away a page that is kept on this device opens from there; for any other this one stays: followed, the link would leave
 * an error page, and no way back to the walk.
 */
export const PageLink = (props: Omit<ComponentProps<typeof Link>, "prefetch" | "onNavigate">) => {
  const [near, setNear] = useState(false);
  const [held, setHeld] = useState(false);
  const comeNear = () => setNear(true);
  useEffect(() => {
    if (!held) return;
    const timer = setTimeout(() => setHeld(false), TOLD_FOR);
    return () => clearTimeout(timer);
  }, [held]);
  const follow = async (address: string) => {
    // Asked at once, so that the next tap knows.
    void sendAll();
    if (await isKeptHere(address)) location.assign(address);
    else setHeld(true);
  };
  return (
    <>
      <Link
        {...props}
        prefetch={near ? null : false}
        onPointerEnter={comeNear}
        onPointerDown={comeNear}
        onFocus={comeNear}
        onNavigate={(event) => {
          if (!recordIsAway()) return;
          event.preventDefault();
          void follow(String(props.href));
        }}
      />
      {held && (
        <p role="alert" className="fixed inset-x-0 bottom-0 z-20 border-t-2 border-ink bg-paper p-4 text-xl font-bold">
          The record cannot be reached: this page stays. The other opens once it answers.
        </p>
      )}
    </>
  );
};
