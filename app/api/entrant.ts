import type { DeedKind } from "@/core/shop/deeds";
import { askedBy } from "@/record/let-in";
import { addDeed } from "@/store/sign-in/deeds";
import { listPeople } from "@/store/sign-in/people";

/**
 * Whose name stands with what was entered. Where people sign in it is who is at the device, or who was when it was
 * entered and could not be sent; where nobody does, whatever the device tells.
 */
export const entrant = async (request: Request, told: string): Promise<string> => {
  const at = askedBy(request.headers);
  if (!at || at.personId === "" || told === at.name) return told;
  return (await listPeople()).some((person) => person.name === told) ? told : at.name;
};

/** Writes down what was done, by whom and where, where people sign in. */
export const deed = async (request: Request, what: DeedKind, about = ""): Promise<void> => {
  const at = askedBy(request.headers);
  if (at) await addDeed({ device: at.device, who: at.name, what, about });
};
