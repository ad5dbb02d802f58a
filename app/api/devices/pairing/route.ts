import { change } from "@/app/api/answer";
import { askedBy } from "@/record/let-in";
import { makePairing } from "@/store/sign-in/pairings";
import { signedInOnly } from "../../sign-in/signed-in-only";

/** A code that lets one device in, for five minutes. */
export const POST = (request: Request) =>
  change(async () => {
    signedInOnly();
    return makePairing(askedBy(request.headers)?.name ?? "");
  });
