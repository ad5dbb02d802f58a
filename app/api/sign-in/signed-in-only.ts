import { notThere } from "@/core/wheel/bad-input";
import { isSignedIn } from "@/record/let-in";

/** @throws BadInput where nobody signs in: the shop is served to its own machine alone */
export const signedInOnly = (): void => {
  if (!isSignedIn())
    throw notThere("sign-in: this shop is served to its own machine alone, by ./start without --shop", "");
};
