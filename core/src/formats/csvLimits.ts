/** More than any recording has: a dozen rows a second for a day, and everything a device writes beside the watts. */
const MOST_ROWS = 1_200_000;
const MOST_COLUMNS = 200;
const LONGEST_ROW = 16_384;
const LONGEST_QUOTED = 2000;

const [QUOTE, BREAK, COMMA, SEMICOLON, TAB] = [34, 10, 44, 59, 9];

/**
 * Looks over a table before it is taken apart, so that one made to eat memory never is: too many rows or columns,
 * rows without an end, or a quotation mark that is never closed.
 *
 * @param text the whole file
 * @returns what is too much of it, in a sentence, or null where it is within the limits
 */
export function tooMuchCsv(text: string): string | null {
  let [rows, rowFrom, quotedFrom] = [1, 0, -1];
  const columns = { [COMMA]: 0, [SEMICOLON]: 0, [TAB]: 0 } as Record<number, number>;
  for (let at = 0; at < text.length; at += 1) {
    const code = text.charCodeAt(at);
    if (code === QUOTE) quotedFrom = quotedFrom < 0 ? at : -1;
    else if (quotedFrom >= 0) {
      if (at - quotedFrom > LONGEST_QUOTED)
        return `In row ${rows} a quotation mark is opened and not closed. Nothing was kept.`;
    } else if (code === BREAK) {
      rows += 1;
      rowFrom = at + 1;
      columns[COMMA] = columns[SEMICOLON] = columns[TAB] = 0;
      if (rows > MOST_ROWS)
        return `The file has more than ${MOST_ROWS.toLocaleString('en')} rows, more than a day has seconds. Nothing was kept.`;
    } else if (code in columns) {
      const many = (columns[code] = (columns[code] ?? 0) + 1);
      if (many >= MOST_COLUMNS)
        return `Row ${rows} has more than ${MOST_COLUMNS} columns. Nothing was kept.`;
    }
    if (at - rowFrom > LONGEST_ROW)
      return `Row ${rows} is longer than ${LONGEST_ROW.toLocaleString('en')} characters. Nothing was kept.`;
  }
  return null;
}
