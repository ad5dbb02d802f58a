"use client";
import { useEffect, useRef, useState } from "react";

/** Which tab is turned to; it stands in the address, so that a reload, a bookmark or another tablet opens the same. */
export const useTab = <K extends string>(tabs: readonly { readonly key: K }[], first: K): [K, (to: K) => void] => {
  const [tab, setTab] = useState<K>(first);
  // As the page was opened: from then on the address follows.
  const opened = useRef(tabs);
  useEffect(() => {
    const told = new URLSearchParams(window.location.search).get("tab");
    const known = opened.current.find(({ key }) => key === told);
    if (known) setTab(known.key);
  }, []);
  const turn = (to: K) => {
    setTab(to);
    const url = new URL(window.location.href);
    url.searchParams.set("tab", to);
    window.history.replaceState(window.history.state, "", url);
  };
  return [tab, turn];
};
