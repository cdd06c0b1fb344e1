/** A stretch of the sentence, with where it stands. */
export interface Piece {
  readonly text: string;
  readonly from: number;
}

/** Words and marks between two parts. */
const SEPARATOR =
  /^(?:[,;]\s*(?:and\s+then\s+|then\s+|followed\s+by\s+)?|(?:and\s+then|then|followed\s+by|with)(?=\s))/i;
const AND = /^and(?=\s)/i;

/**
 * Cuts a stretch at the separators that stand outside brackets and quotes.
 *
 * @param piece the stretch
 * @param by `parts` at commas and "then"; `steps` at "and", which stays inside the rep
 * @returns the stretches between, trimmed, without empty ones
 */
export function split(piece: Piece, by: 'parts' | 'steps'): Piece[] {
  const found: Piece[] = [];
  const { text } = piece;
  const pattern = by === 'parts' ? SEPARATOR : AND;
  let depth = 0;
  let quoted = false;
  let start = 0;
  let at = 0;
  const cut = (end: number): void => {
    const part = trimmed({ text: text.slice(start, end), from: piece.from + start });
    if (part.text !== '') found.push(part);
  };
  while (at < text.length) {
    const character = text[at] as string;
    if (quoted && character === '\\') at += 1;
    else if (character === '"') quoted = !quoted;
    else if (!quoted && character === '(') depth += 1;
    else if (!quoted && character === ')') depth = Math.max(0, depth - 1);
    else if (!quoted && depth === 0) {
      const separator = separatorAt(text, at, pattern);
      if (separator !== null) {
        cut(at);
        at += separator.length;
        start = at;
        continue;
      }
    }
    at += 1;
  }
  cut(text.length);
  return found;
}

/** The separator that stands at a place, or null. */
function separatorAt(text: string, at: number, pattern: RegExp): string | null {
  const character = text[at] as string;
  if (character !== ',' && character !== ';' && !wordStarts(text, at)) return null;
  // A comma between two digits belongs to the figure: 2,5 min.
  if (character === ',' && /\d/.test(text[at - 1] ?? '') && /\d/.test(text[at + 1] ?? ''))
    return null;
  return pattern.exec(text.slice(at, at + 24))?.[0] ?? null;
}

/** A stretch without the blanks around it. */
export function trimmed({ text, from }: Piece): Piece {
  const front = text.length - text.trimStart().length;
  return { text: text.trim(), from: from + front };
}

/** The stretch from some character on, without the blanks before it. */
export function after(piece: Piece, characters: number): Piece {
  return trimmed({ text: piece.text.slice(characters), from: piece.from + characters });
}

/**
 * Where the bracket closes that a stretch opens with.
 *
 * @param text starts with "("
 * @returns place of the closing bracket, or −1 where it never closes
 */
export function closing(text: string): number {
  let depth = 0;
  let quoted = false;
  for (let at = 0; at < text.length; at += 1) {
    const character = text[at];
    if (quoted && character === '\\') at += 1;
    else if (character === '"') quoted = !quoted;
    else if (!quoted && character === '(') depth += 1;
    else if (!quoted && character === ')' && (depth -= 1) === 0) return at;
  }
  return -1;
}

function wordStarts(text: string, at: number): boolean {
  return /[atwf]/i.test(text[at] as string) && (at === 0 || /[\s)]/.test(text[at - 1] as string));
}
