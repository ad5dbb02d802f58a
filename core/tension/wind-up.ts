import { middleDiameter } from "../spoke/wire";
import type { Wheel } from "../wheel/wheel-file";

type Twisted = Pick<Wheel["spoke"], "diameter" | "body" | "threadPitch" | "modulus">;

/** What a nipple must be turned past and back so that the spoke is left untwisted. */
export interface WindUp {
  /** Turns the spoke twists before its thread slips, with a greased and with a dry thread. */
  readonly greased: number;
  readonly dry: number;
}

/** Friction of steel on brass in a thread, greased and dry (common practice). */
const FRICTION = { greased: 0.1, dry: 0.22 };
/** Shear modulus of E: 79 of 200 kN/mm² in steel; in aluminium near enough (from memory). */
const SHEAR = 0.395;

/**
 * The spoke twists by the torque of its own thread: M = T·(p/2π + µ·r/cos 30°) (power screw; Shigley, *Mechanical
 * Engineering Design*), over its swinging length: φ = M·l/(G·J), J = πd⁴/32 (Timoshenko).
 *
 * @param tension N
 * @param length mm between bend and nipple
 */
export const windUp = (tension: number, length: number, spoke: Twisted): WindUp => {
  const { diameter, threadPitch: pitch, modulus } = spoke;
  const J = (Math.PI * middleDiameter(spoke) ** 4) / 32;
  const turns = (friction: number): number => {
    // A rolled thread's pitch diameter is the wire's.
    const radius = diameter / 2;
    const torque = tension * (pitch / (2 * Math.PI) + (friction * radius) / Math.cos(Math.PI / 6));
    return (torque * length) / (SHEAR * modulus * J) / (2 * Math.PI);
  };
  return { greased: turns(FRICTION.greased), dry: turns(FRICTION.dry) };
};
