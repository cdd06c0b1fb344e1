import type { HandedOver, Rider } from '@uphill/api';
import { plural } from '@uphill/core/units';
import { firstName } from './riderOnDay.ts';

/** What came of handing over, no more than is true: how much went, what was left out, and when it shows. */
export function handedWords(
  rider: Pick<Rider, 'name' | 'sessionShown'>,
  { handed, left }: HandedOver,
): string {
  const who = firstName(rider.name);
  const out = left.length === 0 ? '' : ` ${plural(left.length, 'session')} left out.`;
  if (handed === 0)
    return left.length === 0 ? `${who} has it as it stands already.` : `Nothing handed over.${out}`;
  const when =
    rider.sessionShown === 'morning' ? `${who} sees each in its morning.` : `${who} sees it now.`;
  return `${plural(handed, 'session')} handed over. ${when}${out}`;
}
