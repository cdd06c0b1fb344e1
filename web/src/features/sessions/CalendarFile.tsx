import type { Day, Rider } from '@uphill/api';
import { assignedTo, nameFor, printSentence } from '@uphill/core/sessions';
import { maySee } from '@uphill/core/rider';
import Button from 'react-bootstrap/Button';
import { today } from '../../shared/dates.ts';
import { healthOnDay, riderOnDay } from '../../shared/riderOnDay.ts';
import { saveFile } from '../../shared/saveFile.ts';
import { useSchemes } from '../../shared/useSchemes.ts';
import { useModel } from '../../shared/useRiderNumbers.ts';

/** The rider’s days as one calendar file; a newer one replaces what an older one put there. */
export function CalendarFile({ rider, days: all }: { rider: Rider; days: readonly Day[] }) {
  // It goes to the rider, so it holds what was handed over.
  const days = all.filter(({ handedOver }) => handedOver !== null);
  const model = useModel(rider.id, today());
  const scheme = useSchemes().ofRider(rider);
  if (days.length === 0) return null;
  const save = async (): Promise<void> => {
    const { writeCalendar } = await import('@uphill/core/formats');
    const entries = days.map(({ id, date, version, plan }) => {
      if (!maySee(rider.sessionShown, date, today()))
        return { id, date, version, name: 'Session', text: 'Visible in the morning.' };
      const numbers = riderOnDay(rider, date, model, undefined, scheme);
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
