"use client";
import { useRouter } from "next/navigation";
import { useCallback } from "react";

/** ms the server has to say that it is there. */
const PATIENCE = 3000;

/**
 * Draws the page anew from the server, where it answers. Asked of a server that is away the router gives the page up for
 * the browser's own error page, with all that stands on it.
 */
export const useRefresh = (): (() => void) => {
  const router = useRouter();
  return useCallback(() => {
    void fetch("/api/settings", { signal: AbortSignal.timeout(PATIENCE) }).then(
      (answer) => answer.ok && router.refresh(),
      () => undefined,
    );
  }, [router]);
};
