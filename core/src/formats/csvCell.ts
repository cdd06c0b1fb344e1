/**
 * A cell without the mark that keeps a spreadsheet from running it as a formula.
 *
 * @param cell as it stands in the file
 * @returns what was meant
 */
export function plainCell(cell = ''): string {
  return cell.replace(/^'(?=[=+\-@\t\r])/, '');
}
