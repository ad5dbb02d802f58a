/** Letters of a line, and names in the first: a file that is no list would be taken apart for seconds. */
const MOST_LETTERS = 20_000;
const MOST_COLUMNS = 200;

/** Why a text is no list anybody keeps, by its line, before it is taken apart; null where it may be one. */
export const unlikeAList = (text: string): { readonly line: number; readonly message: string } | null => {
  const [head] = text.split("\n", 1);
  if (head.length <= MOST_LETTERS && (head.match(/[,;\t|]/g) ?? []).length > MOST_COLUMNS)
    return { line: 1, message: `names more than ${MOST_COLUMNS} columns` };
  let [line, from] = [1, 0];
  for (;;) {
    const end = text.indexOf("\n", from);
    if ((end < 0 ? text.length : end) - from > MOST_LETTERS)
      return { line, message: `is longer than ${MOST_LETTERS} letters; a line of a list is shorter` };
    if (end < 0) return null;
    line++;
    from = end + 1;
  }
};
