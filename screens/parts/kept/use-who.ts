"use client";
import { useAtDevice } from "./at-device";
import { useKeptWho } from "./kept-choice";

const asSignedIn = (): void => undefined;

/** Whose name stands with what is entered: who is signed in, else the name this tablet was told. */
export const useWho = (): ReturnType<typeof useKeptWho> => {
  const at = useAtDevice();
  const kept = useKeptWho();
  return at ? [at.name, asSignedIn, true] : kept;
};
