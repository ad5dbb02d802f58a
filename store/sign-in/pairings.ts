import { database } from "../database";
import { inTransaction } from "../in-transaction";
import { codeAsMade, hashOf, newCode } from "./secrets";
import { slowed } from "./slowed";

/** ms for which a code lets a device in. */
export const CODE_HOLDS = 5 * 60_000;
/** One printed by the machine itself: there is a certificate to be trusted first. */
const OWNER_CODE_HOLDS = 60 * 60_000;

/** @param asOwner the device is an owner's: it names one, or gives one a new password @returns the code, told once */
export const makePairing = async (
  madeBy: string,
  asOwner = false,
): Promise<{ readonly code: string; readonly until: string }> => {
  const code = newCode();
  const until = new Date(Date.now() + (asOwner ? OWNER_CODE_HOLDS : CODE_HOLDS));
  const db = database();
  // Of no use to anybody any more.
  await db("pairings")
    .where("expires_at", "<", new Date(Date.now() - 86_400_000))
    .delete();
  await db("pairings").insert({ code: hashOf(code), made_by: madeBy, as_owner: asOwner, expires_at: until });
  return { code, until: until.toISOString() };
};

/** @returns whether it is an owner's; null for one that is wrong, used or too old @throws TooManyTries */
export const takePairing = (from: string, typed: string): Promise<{ readonly asOwner: boolean } | null> =>
  slowed([`from:${from}`], null, async () => {
    const code = hashOf(codeAsMade(typed));
    // One statement: of two that come with the same code one is let in.
    const used = await inTransaction((trx) =>
      trx("pairings")
        .where({ code, used_at: null })
        .where("expires_at", ">", new Date())
        .update({ used_at: new Date() }),
    );
    if (used === 0) return null;
    const row = await database()("pairings").where({ code }).first("as_owner");
    return { asOwner: Boolean(row?.as_owner) };
  });

/** Whether such a code would do, and for whom; not used up. */
export const pairingKind = async (from: string, typed: string): Promise<"device" | "owner" | null> =>
  slowed([`from:${from}`], null, async () => {
    const row = await database()("pairings")
      .where({ code: hashOf(codeAsMade(typed)), used_at: null })
      .where("expires_at", ">", new Date())
      .first("as_owner");
    return row ? (row.as_owner ? "owner" : "device") : null;
  });
