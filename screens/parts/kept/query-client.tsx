"use client";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { usePathname } from "next/navigation";
import { type ReactNode, useEffect } from "react";
import { openPostOffice } from "./post-office";
import { isKeptPage, keptUnder } from "./worker/kept-pages";
import { keepPages, startWorker } from "./worker/with-worker";

/** One for the page's life: what is fetched is shared by all of it, what is entered goes through it in order. */
export const queryClient = new QueryClient({
  defaultOptions: {
    // A server of the shop's own answers or it does not, whatever the browser thinks of the network.
    queries: { networkMode: "always", retry: false, refetchOnWindowFocus: true, staleTime: 1000 },
    mutations: { networkMode: "always", retry: false },
  },
});

/** ms a page was looked at before it is kept: whoever only passes through is not held up. */
const A_LOOK = 2000;

/** Whatever was opened on this device opens again while the shop is away, however one came to it. */
const useKeepOpened = (): void => {
  const path = usePathname();
  useEffect(() => {
    if (!isKeptPage(path)) return;
    const timer = setTimeout(() => {
      void keepPages([{ path: keptUnder(new URL(location.href)), changes: null }]);
    }, A_LOOK);
    return () => clearTimeout(timer);
  }, [path]);
};

/** ms a page is held back at most for a record that does not answer. */
const PATIENCE = 4000;

/** With what was kept before a break shown the page is awake, and what was tapped meanwhile is done (public/early-taps.js). */
export const Kept = ({ children }: { children: ReactNode }) => {
  useEffect(() => {
    const wake = () => window.dispatchEvent(new Event("tall-compass-awake"));
    const tired = setTimeout(wake, PATIENCE);
    void openPostOffice().finally(() => {
      clearTimeout(tired);
      wake();
    });
    return () => clearTimeout(tired);
  }, []);
  useEffect(() => void startWorker(), []);
  useKeepOpened();
  return <QueryClientProvider client={queryClient}>{children}</QueryClientProvider>;
};
