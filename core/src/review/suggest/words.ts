import { printClock, roundHalfUp, roundTo } from '../../units/index.ts';
import type { Does, Suggestion } from './suggestion.ts';

/** A suggestion as it is read: what to do, and the one reason. */
export interface SaidSuggestion {
  readonly title: string;
  readonly reason: string;
}

type Words<K extends Does> = (suggestion: Extract<Suggestion, { does: K }>) => SaidSuggestion;

const WHY_RETEST = {
  'above the curve': 'ridden above what the curve says',
  'too easy twice': 'Too easy at threshold, twice running: the FTP is old.',
  due: 'The retest day has come.',
};

const WORDS: { readonly [K in Does]: Words<K> } = {
  caution: ({ says }) => ({ title: 'First of all', reason: says }),
  'rest day': ({ running, doctor }) => ({
    title: doctor ? 'Rest, and the doctor' : 'A rest day, and the next hard day easy',
    reason: doctor
      ? `Tired ${running} rides running. Suggest a doctor.`
      : 'Tired two rides running is not form to ride hard on.',
  }),
  'ease one rung': ({ after, of }) => ({
    title: 'One rung down',
    reason: `Over after rep ${after} of ${of}, before half of them. Ask why.`,
  }),
  'repeat with 3 % less': ({ after }) => ({
    title: 'The same with 3 % less',
    reason: `It held for ${after} reps: a little less holds for all.`,
  }),
  'repeat at solved watts': ({ after, watts }) => ({
    title: watts === null ? 'The same with 3 % less' : `The same at ${Math.floor(watts)} W`,
    reason:
      watts === null
        ? `It held for ${after} reps: a little less holds for all.`
        : `Solved for all reps and these rests; it held for ${after} reps.`,
  }),
  'repeat, first minute easy': ({ why }) => ({
    title: 'The same, first minute easy',
    reason: why === 'faded' ? 'It faded inside the reps.' : 'It was started too hard.',
  }),
  retest: ({ why, seconds, watts, curveW }) => ({
    title: 'Test again',
    reason:
      seconds === null || watts === null || curveW === null
        ? WHY_RETEST[why]
        : `${printClock(seconds)} at ${roundHalfUp(watts)} W, where the curve shows ${roundHalfUp(curveW)} W.`,
  }),
  'next rung': ({ why, running }) => ({
    title: 'The next rung',
    reason:
      why === 'too-easy'
        ? 'It was too easy. Time before watts at or below FTP.'
        : `On target${running > 1 ? `, ${running} running` : ''}.`,
  }),
  '3 % more': () => ({ title: '3 % more', reason: 'It was too easy, and above FTP watts move.' }),
  hold: ({ why, spread, rpe, running, needed }) => ({
    title: 'The same again',
    reason: {
      spread: `On target, but best and worst lie ${roundTo((spread ?? 0) * 100, 1)} % apart.`,
      rpe: `On target at RPE ${rpe ?? ''}: let it settle.`,
      'once more': `On target ${running} of ${needed}: above FTP it goes up after ${needed} running.`,
    }[why],
  }),
  repeat: () => ({ title: 'The same again', reason: 'It was near target.' }),
  update: ({ what, was, is }) => ({
    title: what === 'CP' ? 'Reckon CP anew' : 'A new maximal heart rate',
    reason:
      what === 'CP'
        ? 'There are new points for it.'
        : `${is ?? ''} bpm was held${was === null ? '' : `; known until now ${was}`}. Your word is needed.`,
  }),
};

/**
 * A suggestion in words.
 *
 * @param suggestion as data
 * @returns its title and its reason
 * Source: handbook section 9.7 ("It names one change, one reason, one date").
 */
export function saySuggestion(suggestion: Suggestion): SaidSuggestion {
  const words = WORDS[suggestion.does] as Words<Does>;
  return words(suggestion);
}
