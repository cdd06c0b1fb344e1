import type { ReadAs } from './findings.ts';
import type { Put } from './plainSums.ts';
import { RULES } from './plainRules.ts';

/**
 * Coaches' English into the words of the grammar, before it is read: short-hand, full sentences, bullets, primes. Each
 * rule is one way of saying; every character keeps the place in the text that it came from, so that whatever is said
 * of the words is said of those that were typed.
 */

/** A text of the grammar, with the place of each of its characters in what was typed. */
export interface Plain {
  readonly text: string;
  /** Place in what was typed of some place in the text: of its start, or of its end. */
  readonly placeOf: (at: number, end: 'from' | 'to') => number;
  /** Words that could mean something else too. */
  readonly readings: readonly ReadAs[];
}

/** Cues in quotes say what they say: nothing in them is rewritten. */
const QUOTED = /(?<![\d])"(?:[^"\\]|\\.)*"/g;
const HELD = '\ue000';

/**
 * Says a text in the words of the grammar.
 *
 * @param typed what was typed, quotes and dashes of one kind
 * @returns the text, with where each of its characters came from
 */
export function plainly(typed: string): Plain {
  const cues: string[] = [];
  const readings: ReadAs[] = [];
  let text = typed;
  let from = Array.from({ length: typed.length }, (_, at) => at);
  let to = from.map((at) => at + 1);
  const replace = (find: RegExp, put: Put): void => {
    if (text.search(find) < 0) return;
    let done = '';
    const [starts, ends]: [number[], number[]] = [[], []];
    let last = 0;
    const keep = (until: number): void => {
      done += text.slice(last, until);
      for (let at = last; at < until; at += 1) {
        starts.push(from[at] as number);
        ends.push(to[at] as number);
      }
    };
    for (const match of text.matchAll(find)) {
      const words = [...match].map((word) => (word as string | undefined) ?? '');
      const instead =
        typeof put === 'string'
          ? put.replace(/\$(\d)/g, (_, group: string) => words[Number(group)] ?? '')
          : put(...words);
      if (instead === null || match[0] === '') continue;
      keep(match.index);
      last = match.index + match[0].length;
      const [start, end] = [from[match.index] as number, to[last - 1] as number];
      const words1 = typeof instead === 'string' ? instead : instead.text;
      if (typeof instead !== 'string')
        readings.push({ from: start, to: end, says: instead.says, others: instead.others });
      done += words1;
      for (let at = 0; at < words1.length; at += 1) {
        starts.push(start);
        ends.push(end);
      }
    }
    keep(text.length);
    text = done;
    from = starts;
    to = ends;
  };
  replace(QUOTED, (cue = '') => {
    cues.push(cue);
    return HELD + String.fromCharCode(0xe100 + cues.length);
  });
  for (const [find, put] of RULES) replace(find, put);
  replace(
    new RegExp(`${HELD}([\\ue100-\\uf8ff])`, 'g'),
    (_, which = '') => cues[which.charCodeAt(0) - 0xe101] ?? '',
  );
  return {
    text,
    readings,
    placeOf: (at, end) => {
      if (end === 'from') return from[at] ?? typed.length;
      return at === 0 ? 0 : (to[at - 1] ?? typed.length);
    },
  };
}
