/** What one round says of a place as it is now, its own reading moved on by what was turned since. */
export interface Told {
  readonly value: number;
  readonly variance: number;
}

/** What all rounds say of a place together. */
export interface Agreed extends Told {
  /** Read alike in two rounds: no slip of the eye, and no knock of the dial. */
  readonly again: boolean;
}

/** mm: no place is ever surer than the rim's own grain. */
export const SUREST = 0.004;
/** σ past which two rounds do not speak of the same thing. */
const APART = 4;

/** Nothing told yet, place by place; the newest round is told first. */
export const toldBy = (places: number): Told[][] => Array.from({ length: places }, () => []);

/** The mean of what was told, each by how sure it is; null for nothing. */
export const weighed = (list: readonly Told[]): Told | null => {
  if (list.length === 0) return null;
  let [top, under] = [0, 0];
  for (const { value, variance } of list) {
    top += value / variance;
    under += 1 / variance;
  }
  return { value: top / under, variance: 1 / under };
};

/**
 * What the rounds agree on. One of three or more that stands apart from all the others together is left out: a place read
 * at its neighbour, a dial that was knocked. Of two that differ nobody knows which is wrong: the place is as unsure as they
 * are apart.
 */
export const agreed = (list: readonly Told[]): Agreed | null => {
  let left = list;
  while (left.length > 2) {
    const apart = left.map((one) => {
      const others = weighed(left.filter((o) => o !== one)) as Told;
      return Math.abs(one.value - others.value) / Math.sqrt(one.variance + others.variance);
    });
    const worst = apart.indexOf(Math.max(...apart));
    if (apart[worst] <= APART) break;
    left = left.filter((_, i) => i !== worst);
  }
  const all = weighed(left);
  if (!all || left.length < 2) return all && { ...all, again: false };
  const [a, b] = left;
  const gap = Math.abs(a.value - b.value);
  if (left.length === 2 && gap > APART * Math.sqrt(a.variance + b.variance))
    return { ...all, variance: Math.max(all.variance, gap ** 2 / 4), again: false };
  return { ...all, again: true };
};
