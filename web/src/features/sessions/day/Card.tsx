import type { Day, Rider } from '@uphill/api';
import {
  cautionsOf,
  heatCaution,
  isHot,
  nameFor,
  type Plan,
  rowsOf,
  sessionNumbers,
} from '@uphill/core/sessions';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { sessionCarbohydrate } from '@uphill/core/fuel';
import { useEffect, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { printDay, today } from '../../../shared/dates.ts';
import { useRiderNumbers } from '../../../shared/useRiderNumbers.ts';
import { MiniRoad } from '../../../charts/MiniRoad.tsx';
import { Stone } from '../../../ui/Stone.tsx';
import { Beside } from './Beside.tsx';
import { Steps } from './Steps.tsx';
import { Heading } from '../../../ui/Heading.tsx';

/** More reps than this are not counted off on paper. */
const MOST_STONES = 20;
const SIZES = ['A5', 'A4'] as const;

interface CardProps {
  readonly rider: Rider;
  readonly plan: Plan;
  /** The day it is for; null for a card without one. */
  readonly day: Day | null;
  readonly back: string;
  /** What has to be known of it before it is handed to anybody; not printed. */
  readonly says?: string | null;
}

/** So many lines fit a page as they are; smaller so many, and in two columns so many. What is longer says its pages. */
const FITS = { plain: 8, small: 16, columns: 32 } as const;

function densityOf(plan: Plan): string {
  const lines = rowsOf(plan).length;
  if (lines <= FITS.plain) return '';
  if (lines <= FITS.small) return 'card-small';
  return lines <= FITS.columns ? 'card-small card-columns' : 'card-small card-columns card-pages';
}

/** The session card as it is printed: one page, black on white. */
export function Card({ rider, plan, day, back, says = null }: CardProps) {
  const numbers = useRiderNumbers(rider, day?.date ?? today(), day ?? undefined);
  const date = day?.date ?? null;
  const name = nameFor(plan, numbers);
  const [size, setSize] = useState<(typeof SIZES)[number]>('A5');
  const asks = sessionNumbers(plan, numbers);
  // Beside the watts what they feel like, and the beats where they are known: a meter may fail.
  const byHeart = useRiderNumbers(
    { ...rider, powerSource: 'none' },
    day?.date ?? today(),
    day ?? undefined,
  );
  const beside = rider.powerSource === 'none' ? null : byHeart;
  useEffect(() => {
    const title = document.title;
    document.title = `${name} · ${rider.name}`;
    return () => {
      document.title = title;
    };
  }, [name, rider.name]);
  return (
    <main className="card-page">
      <div className="card-controls">
        <Link to={back}>Back</Link>
        <Form.Select
          className="w-auto"
          aria-label="Paper"
          value={size}
          onChange={({ target }) => setSize(target.value as typeof size)}
        >
          {SIZES.map((each) => (
            <option key={each}>{each}</option>
          ))}
        </Form.Select>
        <Button onClick={() => window.print()}>Print</Button>
        {says && <span className="want">{says}</span>}
      </div>
      <article
        className={`card-sheet card-${size.toLowerCase()} ${densityOf(plan)}`}
        aria-label="Session card"
      >
        <header>
          <div>
            <Heading>{name}</Heading>
            <p>
              {rider.name}
              {date && ` · ${printDay(date)}`} · {printDuration(asks.totalS.value)}
              {asks.timeAtTargetS.value > 0 &&
                `, ${printDuration(asks.timeAtTargetS.value)} at target`}{' '}
              · load {roundHalfUp(asks.load.value)}
              {numbers.ftpW === null ? '' : ` · FTP ${numbers.ftpW} W`}
            </p>
          </div>
          <MiniRoad segments={asks.segments} ftpW={numbers.ftpW} />
        </header>
        {plan.purpose && <p className="card-purpose">{plan.purpose}</p>}
        <Steps plan={plan} rider={numbers} hot={isHot(day?.celsius)} beside={beside} />
        {asks.reps > 1 && asks.reps <= MOST_STONES && (
          <p className="card-stones" aria-label={`${asks.reps} reps, to be counted off`}>
            {Array.from({ length: asks.reps }, (_, index) => (
              <Stone key={index}>{String(index + 1)}</Stone>
            ))}
          </p>
        )}
        <Beside plan={plan} carbs={sessionCarbohydrate(asks, numbers.massKg)} />
        <footer>
          {[heatCaution(day?.celsius, 'session'), ...cautionsOf(plan)].filter(Boolean).join(' ')}{' '}
          Easy is light pedalling, not stopping. Chest pain, faintness or an odd heartbeat: stop,
          get help.
        </footer>
      </article>
    </main>
  );
}
