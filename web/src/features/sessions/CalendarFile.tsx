import type { Rider } from '@uphill/api';
import { assignedTo, nameFor, printSentence } from '@uphill/core/sessions';
import Button from 'react-bootstrap/Button';
import { givenApi } from '../../shared/api/given.ts';
import { plusDays, today } from '../../shared/dates.ts';
import { healthOnDay, riderOnDay } from '../../shared/riderOnDay.ts';
import { saveFile } from '../../shared/saveFile.ts';
import { useSchemes } from '../../shared/useSchemes.ts';
import { useModel } from '../../shared/useRiderNumbers.ts';

/** A calendar holds what lies behind for a while, and a season ahead. */
const BEHIND_DAYS = 10;
const AHEAD_DAYS = 365;

/** The rider’s days as one calendar file, as they were handed over; a newer one replaces what an older one put there. */
export function CalendarFile({ rider }: { rider: Rider }) {
  const span = {
    ...{ riderId: rider.id, from: plusDays(today(), -BEHIND_DAYS) },
    to: plusDays(today(), AHEAD_DAYS),
  };
  const { data: days = [] } = givenApi.useGivenQuery(span);
  const { data: later = [] } = givenApi.useLaterQuery(span);
  const model = useModel(rider.id, today());
  const scheme = useSchemes().ofRider(rider);
  if (days.length + later.length === 0) return null;
  const save = async (): Promise<void> => {
    const { writeCalendar } = await import('@uphill/core/formats');
    const entries = days.map((day) => {
      const { id, date, version, plan } = day;
      const numbers = riderOnDay(rider, date, model, day, scheme);
      const { work } = assignedTo(plan, numbers, healthOnDay(rider, date));
      const text = [
        ...(numbers.hasPower ? [printSentence(plan)] : []),
        `The work: ${work}.`,
        plan.note,
      ]
        .filter(Boolean)
        .join('\n');
      return { id, date, version, name: nameFor(plan, numbers) || 'Session', text };
    });
    entries.push(
      ...later.map((day) => ({ ...day, name: 'Session', text: 'Visible in the morning.' })),
    );
    saveFile(
      `${rider.name.split(' ')[0]?.toLowerCase() ?? 'rider'}-days.ics`,
      writeCalendar(`Sessions of ${rider.name}`, entries, new Date().toISOString()),
    );
  };
  return (
    <Button variant="outline-secondary" className="me-2" onClick={() => void save()}>
      Calendar file
    </Button>
  );
}
