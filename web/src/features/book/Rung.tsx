import {
  type Plan,
  printSentence,
  type RiderOnDay,
  sessionNumbers,
  sessionVerdict,
} from '@uphill/core/sessions';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { memo, useMemo } from 'react';
import Button from 'react-bootstrap/Button';
import { MiniRoad } from '../../charts/MiniRoad.tsx';
import { useSeen } from '../../ui/useSeen.ts';

interface Props {
  readonly plan: Plan;
  readonly numbers: RiderOnDay | null;
  /** What the rider has to do with this rung: "done Thu 12 Nov", "next". */
  readonly standing: string | null;
  readonly id: string;
  readonly copy: (id: string) => void;
}

/** A session of the book as it would be for this rider: its road, what it comes to, and whether it holds. */
export const Rung = memo(function Rung({ plan, numbers, standing, id, copy }: Props) {
  const { ref, seen } = useSeen();
  const asks = useMemo(
    () => (seen && numbers ? reckoned(plan, numbers) : null),
    [seen, plan, numbers],
  );
  return (
    <li ref={ref} className={standing === null ? 'book-rung' : 'book-rung book-rung-theirs'}>
      <MiniRoad segments={asks?.segments ?? []} ftpW={numbers?.ftpW ?? null} wide />
      <span className="book-rung-name">{plan.name}</span>
      <span className="soft small">
        {asks?.figures ?? (numbers ? '\u00a0' : printSentence(plan))}
      </span>
      <span className="small">{asks?.verdict ?? '\u00a0'}</span>
      <span className="book-rung-under">
        <Button size="sm" variant="outline-secondary" onClick={() => copy(id)}>
          Copy<span className="visually-hidden"> to my sessions: {plan.name}</span>
        </Button>
        {standing !== null && <strong className="small">{standing}</strong>}
      </span>
    </li>
  );
});

function reckoned(plan: Plan, numbers: RiderOnDay) {
  const { segments, totalS, timeAtTargetS, load } = sessionNumbers(plan, numbers);
  const { verdict, why } = sessionVerdict(plan, numbers, segments);
  const apart = timeAtTargetS.value > 0 && timeAtTargetS.value < totalS.value;
  return {
    segments,
    figures: [
      printDuration(totalS.value),
      ...(apart ? [`${printDuration(timeAtTargetS.value)} at target`] : []),
      `load ${roundHalfUp(load.value)}`,
    ].join(' · '),
    verdict: verdict?.word ?? (why === null ? null : 'no verdict'),
  };
}
