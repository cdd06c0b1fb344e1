import {
  fitEnds,
  parseSentence,
  type Plan,
  printSentence,
  type ReadAs,
  type RiderOnDay,
  type UnreadWords,
  zonesOf,
} from '@uphill/core/sessions';
import { useEffect, useMemo, useRef, useState } from 'react';
import { hillsApi } from '../../../shared/api/hills.ts';
import { tooLong } from '../../../ui/tooLong.ts';
import { useLastWords } from '../../../ui/useLastWords.ts';
import type { EditPlan } from '../draftSlice.ts';
import { newId } from '../../../shared/newId.ts';

/** No session needs more words. */
const LONGEST = 12_000;
/** Read this long after the last key. */
const READ_AFTER_MS = 120;

/** What a sentence makes of a plan. */
interface Read {
  readonly plan: Plan;
  readonly unread: readonly UnreadWords[];
  readonly readings: readonly ReadAs[];
}

/**
 * The sentence of a session: typed freely while it has the focus, read a moment after the last key, and committed as
 * one edit when it is left.
 */
export function useSentence(
  plan: Plan,
  rider: RiderOnDay,
  edit: EditPlan,
  preview: (plan: Plan | null) => void,
) {
  const { data: hills = NO_HILLS } = hillsApi.useHillsQuery();
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? printSentence(plan, rider.zones?.own.id);
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [readText, setReadText] = useState(text);
  // What is shown of a sentence that nobody types in is about the sentence as it stands.
  const shown = typed === null ? plan.words : readText;
  const says = useMemo(
    () => (shown === undefined ? NOTHING : readInto(plan, shown, hills, rider)),
    [plan, shown, hills, rider],
  );

  const problem = typed === null ? undefined : tooLong(typed, LONGEST);
  const type = (words: string): void => {
    setTyped(words);
    clearTimeout(waiting.current);
    if (tooLong(words, LONGEST)) return;
    waiting.current = setTimeout(() => {
      setReadText(words);
      preview(words.trim() === '' ? null : readInto(plan, words, hills, rider).plan);
    }, READ_AFTER_MS);
  };
  const restore = (): void => {
    clearTimeout(waiting.current);
    setTyped(null);
    preview(null);
  };
  const commit = (): void => {
    clearTimeout(waiting.current);
    // What is too long to be kept stays where it was pasted.
    if (problem !== undefined) return;
    if (
      typed !== null &&
      typed.trim() !== '' &&
      typed.trim() !== printSentence(plan, rider.zones?.own.id)
    ) {
      const next = readInto(plan, typed, hills, rider).plan;
      edit(next, { done: 'wrote the sentence', undone: 'the sentence as it was' });
      setReadText(typed);
    }
    setTyped(null);
    preview(null);
  };
  useLastWords(commit);
  useEffect(() => () => clearTimeout(waiting.current), []);
  return {
    text,
    typing: typed !== null,
    type,
    commit,
    restore,
    problem,
    unread: says.unread,
    readings: says.readings,
  };
}

const NO_HILLS: never[] = [];
const NOTHING = { unread: [] as readonly UnreadWords[], readings: [] as readonly ReadAs[] };

function readInto(
  plan: Plan,
  text: string,
  hills: Parameters<typeof parseSentence>[1]['hills'],
  rider: RiderOnDay,
): Read {
  const { items, totalS, unread, readings } = parseSentence(text, {
    hills,
    newId,
    ...zonesOf(rider),
  });
  const { words: _, totalS: __, ...kept } = plan;
  const next: Plan = {
    ...kept,
    items,
    ...(totalS === null ? {} : { totalS }),
    ...(unread.length > 0 ? { words: text } : {}),
  };
  return { plan: fitEnds(next).plan, unread, readings };
}
