import type { ReadingsSource } from "../readings-source";
import { keys } from "./keys";
import { needle } from "./needle";
import { onCableSource } from "./on-cable";

/** In the order they stand, from above. A new instrument is one file beside this one, and its name here. */
export const SOURCES: readonly ReadingsSource[] = [needle, onCableSource, keys];
