import type { Rider, Test } from '@uphill/api';
import { protocolOf } from '@uphill/core';
import { differenceInCalendarDays, format, parseISO } from 'date-fns';
import { printDay } from '../../app/dates.ts';
import { Stone } from '../../ui/Stone.tsx';

const SHOWN = 7;

/** Tests as stones on a line through time, oldest left; under each what is used against what was measured. */
export function FtpLine({ rider, tests, open, choose }: { rider: Rider; tests: readonly Test[]; open: string; choose: (id: string) => void }) {
  const shown = tests.slice(0, SHOWN).reverse();
  return (
    <ol className="ftp-line" aria-label="Tests, oldest first">
      {shown.map((test, index) => {
        const used = rider.ftp.find(({ testId }) => testId === test.id);
        const before = shown[index - 1];
        const figure = test.measuredW ?? (test.meanBpm === null ? '?' : Math.round(test.meanBpm));
        const unit = test.measuredW === null ? 'bpm' : 'W';
        return (
          <li key={test.id}>
            {before && <span className="ftp-gap soft">{gapText(before.date, test.date)}</span>}
            <button
              type="button"
              className={test.id === open ? 'ftp-stone ftp-stone-open' : 'ftp-stone'}
              aria-pressed={test.id === open}
              onClick={() => choose(test.id)}
            >
              <span className="small">{format(parseISO(test.date), 'd MMM')}</span>
              <Stone>{figure}</Stone>
              <span className="visually-hidden">
                {unit}, {printDay(test.date)},
              </span>
              <span className="small soft">{protocolOf(test.protocol).name}</span>
              <span className="small">
                {used ? (used.usedW === test.measuredW ? 'used as measured' : `used ${used.usedW} W`) : test.measuredW === null ? 'bpm' : 'not used'}
              </span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}

function gapText(from: string, to: string): string {
  const days = differenceInCalendarDays(parseISO(to), parseISO(from));
  return days < 14 ? `${days} d` : `${Math.round(days / 7)} wk`;
}
