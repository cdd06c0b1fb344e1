import Papa from 'papaparse';

/** A table with its headings. */
export interface CsvTable {
  readonly fields: readonly string[];
  readonly data: readonly (readonly unknown[])[];
}

/**
 * A table as CSV: commas, a heading, lines that end in CRLF (RFC 4180), and nothing that a spreadsheet would run.
 *
 * @param table headings and rows, each as long as the headings
 * @returns the file as text
 */
export function writeCsv({ fields, data }: CsvTable): string {
  const options = { newline: '\r\n', escapeFormulae: true };
  return `${Papa.unparse({ fields: [...fields], data: data.map((row) => [...row]) }, options)}\r\n`;
}
