"use client";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { type ReactNode, useEffect } from "react";
import { openPostOffice } from "./post-office";

/** One for the page's life: what is fetched is shared by all of it, what is entered goes through it in order. */
export const queryClient = new QueryClient({
  defaultOptions: {
    // A server of the shop's own answers or it does not, whatever the browser thinks of the network.
    queries: { networkMode: "always", retry: false, refetchOnWindowFocus: true, staleTime: 1000 },
    mutations: { networkMode: "always", retry: false },
  },
});

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
  return <QueryClientProvider client={queryClient}>{children}</QueryClientProvider>;
};
