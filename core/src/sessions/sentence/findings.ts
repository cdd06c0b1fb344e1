import type { Effort } from '../../units/index.ts';
import { type Anchors, isByHeart, printBand } from '../../zones/index.ts';
import { laidZone, schemeOfZone } from '../zoneTargets.ts';
import type { Piece } from './split.ts';

/** Words that were not understood, and what would do instead. */
export interface UnreadWords {
  readonly from: number;
  readonly to: number;
  readonly says: string;
  /** What to put in their place, ready to choose. */
  readonly instead: readonly string[];
}

/** How words were read that could mean something else too. */
export interface ReadAs {
  readonly from: number;
  readonly to: number;
  readonly says: string;
  /** Other plausible readings: words to put in their place. */
  readonly others: readonly string[];
}

/** Collects what the reader noticed, in the order of the sentence. */
export interface Findings {
  readonly unread: (place: Piece, says: string, instead?: readonly string[]) => void;
  /** Words left over behind what was understood. */
  readonly leftOver: (place: Piece) => void;
  /** A step without an effort. */
  readonly missing: (place: Piece) => void;
  readonly reading: (place: Piece, says: string, others: readonly string[]) => void;
  readonly zone: (place: Piece, zone: Extract<Effort, { kind: 'zone' }>, anchors: Anchors) => void;
  readonly all: () => { unread: UnreadWords[]; readings: ReadAs[] };
}

const TRY = 'Try 98 %, 260 W, zone 4, rpe 8 or max. Your words are kept.';
const LONGEST_QUOTED = 30;
const UP_TO = /^I read everything up to /;

/** Makes an empty collection. */
export function findings(): Findings {
  const unread: UnreadWords[] = [];
  const readings: ReadAs[] = [];
  const add = ({ text, from }: Piece, says: string, instead: readonly string[] = []): void =>
    void unread.push({ from, to: from + Math.max(1, text.length), says, instead });
  return {
    unread: add,
    leftOver: (place) => {
      const words = place.text.replace(/^(?:at\s+|@\s*)(?=\S)/i, '');
      const word = words.length > LONGEST_QUOTED ? `${words.slice(0, LONGEST_QUOTED)}…` : words;
      add(
        { text: words, from: place.from + place.text.length - words.length },
        `I read everything up to '${word}'. ${TRY}`,
      );
    },
    missing: (place) =>
      add(place, `"${place.text.slice(0, LONGEST_QUOTED)}" needs an effort. ${TRY}`),
    reading: ({ text, from }, says, others) =>
      void readings.push({ from, to: from + text.length, says, others }),
    zone: ({ text, from }, effort, anchors) => {
      const laid = laidZone(effort, anchors);
      const limits =
        'missing' in laid
          ? ''
          : `, ${printBand(laid.band)} ${isByHeart(laid.scheme) ? 'bpm' : 'W'}`;
      readings.push({
        from,
        to: from + text.length,
        says: `zone ${effort.zone} of ${schemeOfZone(effort)?.name ?? ''}${limits}`,
        others: [],
      });
    },
    all: () => ({
      // Only of the first words that were not understood is everything before them read.
      unread: unread
        .sort((a, b) => a.from - b.from)
        .map((each, at) =>
          at === 0 ? each : { ...each, says: each.says.replace(UP_TO, 'I cannot read ') },
        ),
      readings: readings.sort((a, b) => a.from - b.from),
    }),
  };
}
