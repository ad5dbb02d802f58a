"use client";
import Link from "next/link";
import { type ComponentProps, useState } from "react";

/**
 * A link to another page of the house. What is needed there is fetched when a finger or pointer comes near, not for
 * every link on the page: a list of forty wheels asked the record eighty times when it was opened.
 */
export const PageLink = (props: Omit<ComponentProps<typeof Link>, "prefetch">) => {
  const [near, setNear] = useState(false);
  const comeNear = () => setNear(true);
  return (
    <Link
      {...props}
      prefetch={near ? null : false}
      onPointerEnter={comeNear}
      onPointerDown={comeNear}
      onFocus={comeNear}
    />
  );
};
