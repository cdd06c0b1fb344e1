import type { Rider, Test } from '@uphill/api';
import { protocolOf } from '@uphill/core/testing';
import { differenceInCalendarDays, format, parseISO } from 'date-fns';
import { printDay } from '../../shared/dates.ts';
import { useEffect, useRef } from 'react';
import { Stone } from '../../ui/Stone.tsx';

const SHOWN = 7;

/** Tests as stones on a line through time, oldest left; under each what is used against what was measured. */
export function FtpLine({
  rider,
  tests,
  open,
  choose,
}: {
  rider: Rider;
  tests: readonly Test[];
  open: string;
  choose: (id: string) => void;
}) {
  const shown = tests.slice(0, SHOWN).reverse();
  const line = useRef<HTMLOListElement>(null);
  useEffect(() => {
    // Where the line is wider than its sheet, the newest stands in view.
    if (line.current) line.current.scrollLeft = line.current.scrollWidth;
  }, [tests]);
  return (
    <ol ref={line} className="ftp-line" aria-label="Tests, oldest first">
      {shown.map((test, index) => {
        const used = rider.ftp.find(({ testId }) => testId === test.id);
        const before = shown[index - 1];
        const { figure, unit } = figureOf(test);
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
              <span className="small">{usedWords(test, used, unit)}</span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}

/** The one figure of a test that stands on its stone. */
function figureOf(test: Test): { figure: string; unit: string } {
  if (test.measuredW !== null) return { figure: String(test.measuredW), unit: 'W' };
  if (test.details?.kind === 'oneAndFive')
    return { figure: String(Math.round(test.details.fiveW)), unit: 'W over 5:00' };
  if (test.details?.kind === 'fastRamp')
    return { figure: String(Math.round(test.details.peakW)), unit: 'W peak' };
  return test.meanBpm === null
    ? { figure: '?', unit: '' }
    : { figure: String(Math.round(test.meanBpm)), unit: 'bpm' };
}

function usedWords(test: Test, used: Rider['ftp'][number] | undefined, unit: string): string {
  if (test.withdrawn !== null) return 'withdrawn';
  if (used)
    return used.usedW === test.measuredW
      ? 'adopted as measured'
      : `measured ${test.measuredW ?? '?'}, adopted ${used.usedW}`;
  return test.measuredW === null ? unit : 'not used';
}

function gapText(from: string, to: string): string {
  const days = differenceInCalendarDays(parseISO(to), parseISO(from));
  return days < 14 ? `${days} d` : `${Math.round(days / 7)} wk`;
}
