import { z } from "zod";
import { ROLES } from "./roles";

/** Told apart at a glance and found at once by whoever tries: 1111, 1234, 4321. */
const tooPlain = (pin: string): boolean => {
  const steps = [...pin].slice(1).map((figure, i) => Number(figure) - Number(pin[i]));
  return new Set(steps).size === 1 && Math.abs(steps[0]) <= 1;
};

/** As many figures as every PIN has: the last one tapped is enough. */
export const PIN_LENGTH = 4;

export const pinSchema = z
  .string({ error: "a PIN of four figures" })
  .regex(/^\d{4}$/, { error: "a PIN is four figures" })
  .refine((pin) => !tooPlain(pin), { error: "too plain: not one figure four times, nor a row of them" });

export const passwordSchema = z
  .string({ error: "a password" })
  .min(10, { error: "at least 10 letters; three words that do not belong together are good" })
  .max(200, { error: "at most 200 letters" });

export const personNameSchema = z
  .string({ error: "a name" })
  .trim()
  .min(1, { error: "a name is needed" })
  .max(60, { error: "at most 60 letters" });

export const deviceNameSchema = z
  .string({ error: "a name for the device" })
  .trim()
  .min(1, { error: "a name for the device, such as bench tablet" })
  .max(60, { error: "at most 60 letters" });

export const roleSchema = z.enum(ROLES, { error: "owner, builder, apprentice or counter" });
