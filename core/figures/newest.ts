/** The newest of each figure: mm, N, degrees or a count, or the word chosen. */
export type Figures = Readonly<Record<string, number | string | undefined>>;
