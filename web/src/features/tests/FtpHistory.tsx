import type { Rider } from '@uphill/api';
import { useMemo } from 'react';
import Button from 'react-bootstrap/Button';
import { ftpApi } from '../../shared/api/ftp.ts';
import { printDay, today } from '../../shared/dates.ts';
import { ftpOnDay } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { ProblemNote } from '../../ui/messages.tsx';
import { useFirstFew } from '../../ui/useFirstFew.ts';

/** The FTPs in use through time, the latest first. */
export function FtpHistory({ rider }: { rider: Rider }) {
  const [withdraw] = ftpApi.useWithdrawFtpMutation();
  const { act, problem } = useAct();
  const drawn = useFirstFew(useMemo(() => [...rider.ftp].reverse(), [rider.ftp]));
  if (rider.ftp.length === 0) return null;
  const current = ftpOnDay(rider, today());
  return (
    <section className="sheet mb-3">
      <h2>FTP in use</h2>
      <ProblemNote problem={problem} />
      <ul className="history">
        {drawn.map((entry) => (
          <li key={entry.id}>
            <span>
              from {printDay(entry.countsFrom)}
              {whenWords(entry, current)}
              {entry.reason && <span className="soft d-block small">{entry.reason}</span>}
            </span>
            <span className="text-nowrap">
              <strong>{entry.usedW} W</strong>
              {entry.measuredW !== null && entry.measuredW !== entry.usedW && (
                <span className="soft small d-block">measured {entry.measuredW}</span>
              )}
              <Button
                size="sm"
                variant="link"
                className="p-0 d-block ms-auto"
                onClick={() => void act(() => withdraw(entry), `FTP ${entry.usedW} W withdrawn.`)}
              >
                Withdraw<span className="visually-hidden"> {entry.usedW} W</span>
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function whenWords(entry: Rider['ftp'][number], current: Rider['ftp'][number] | null): string {
  if (entry.countsFrom > today()) return ', to come';
  return entry.id === current?.id ? ', now' : '';
}
