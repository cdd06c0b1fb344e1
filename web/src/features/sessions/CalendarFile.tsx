import type { Placed, Rider } from '@uphill/api';
import { givenTo, maySee, printSentence } from '@uphill/core';
import Button from 'react-bootstrap/Button';
import { today } from '../../app/dates.ts';
import { healthOnDay, riderOnDay } from '../../app/riderOnDay.ts';
import { loadFormats } from '../../app/loadFormats.ts';
import { saveFile } from '../../app/saveFile.ts';
import { useModels } from '../../app/useRiderNumbers.ts';

/** The rider's placed days as one calendar file; a newer one replaces what an older one put there. */
export function CalendarFile({ rider, days }: { rider: Rider; days: readonly Placed[] }) {
  const model = useModels([rider.id], today()).get(rider.id);
  if (days.length === 0) return null;
  const save = async (): Promise<void> => {
    const { writeCalendar } = await loadFormats();
    const entries = days.map(({ id, date, version, plan }) => {
      if (!maySee(rider.sessionShown, date, today()))
        return { id, date, version, name: 'Session', text: 'It shows in the morning.' };
      const { work } = givenTo(plan, riderOnDay(rider, date, model), healthOnDay(rider, date));
      const text = [`${printSentence(plan)}`, `The work: ${work}.`, plan.note]
        .filter(Boolean)
        .join('\n');
      return { id, date, version, name: plan.name || 'Session', text };
    });
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
