/**
 * Rows of many jobs asked for at once, told apart by whose they are; each job's are made out when they are asked for, so that
 * one that cannot be read harms no other.
 */
export const toldApart = <R, T>(
  rows: readonly R[],
  whose: (row: R) => string,
  read: (own: readonly R[]) => T,
): ((id: string) => T) => {
  const of = new Map<string, R[]>();
  for (const row of rows) {
    const own = of.get(whose(row));
    if (own) own.push(row);
    else of.set(whose(row), [row]);
  }
  return (id) => read(of.get(id) ?? []);
};
