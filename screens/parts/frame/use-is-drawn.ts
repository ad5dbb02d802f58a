import { useSyncExternalStore } from "react";

/** Lines of a long list that the server writes: more than any screen shows at first. The page itself draws the others. */
export const AT_FIRST = 14;

const never = () => () => undefined;

/** Whether the page is drawn by itself already, and not as the server wrote it. */
export const useIsDrawn = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
