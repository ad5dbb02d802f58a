"use client";
import { createContext, type ReactNode, useContext } from "react";
import type { AtDevice } from "@/core/shop/here";

const At = createContext<AtDevice | null>(null);

export const AtDeviceProvider = ({ at, children }: { at: AtDevice | null; children: ReactNode }) => (
  <At.Provider value={at}>{children}</At.Provider>
);

/** Who is signed in at this device; null where nobody signs in. */
export const useAtDevice = (): AtDevice | null => useContext(At);
