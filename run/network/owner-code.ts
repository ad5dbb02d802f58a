import { toString as drawn } from "qrcode";
import { letRecordGo } from "@/store/prepare";
import { makePairing } from "@/store/sign-in/pairings";
import { listPeople } from "@/store/sign-in/people";

/** Whether anybody may name who works here. */
export const hasOwner = async (): Promise<boolean> => {
  try {
    return (await listPeople()).some((person) => person.role === "owner");
  } finally {
    await letRecordGo();
  }
};

/** A code that makes whoever types it an owner: only who sits at this machine sees it. */
export const ownerCode = async (): Promise<string> => {
  try {
    return (await makePairing("the machine", true)).code;
  } finally {
    await letRecordGo();
  }
};

/** An address as a picture for a camera, in a terminal's own signs. */
export const asPicture = (address: string): Promise<string> => drawn(address, { type: "terminal", small: true });
