import type { RideReading } from '@uphill/api';
import { sayVerdict, type Verdict } from '@uphill/core/review';
import { Figure } from '../../ui/Figure.tsx';

interface Props {
  readonly headline: Verdict | null;
  readonly verdicts: readonly Verdict[];
  /** What was, where no verdict is the headline or no reps were found. */
  readonly says: string | null;
  readonly heartCannotTell: boolean;
  readonly asked: RideReading['asked'];
}

/** Verdicts that say that all is well; the others want a look. No meaning hangs on the sign alone. */
const WELL = new Set<Verdict['id']>(['on-target', 'ceiling-reached']);

function isWell(verdict: Verdict): boolean {
  if (verdict.id === 'kept-easy') return verdict.says === 'easy';
  if (verdict.id === 'durable') return verdict.says === 'durable';
  return WELL.has(verdict.id);
}

/** What a ride says: its headline first, then every other verdict that holds, each with its working. */
export function Says({ headline, verdicts, says, heartCannotTell, asked }: Props) {
  const lines = [
    ...(headline ? [headline] : []),
    ...verdicts.filter(({ id }) => id !== headline?.id),
  ];
  return (
    <section className="sheet mb-3" aria-label="What it says">
      <h2>What it says</h2>
      {headline === null && (
        <p className="mb-2">
          <strong>{says ?? NOTHING}</strong>
          {asked && says && <span className="soft"> Nothing is suggested. Ask why.</span>}
        </p>
      )}
      {headline && says && (
        <p className="mb-2">
          <strong>{says}.</strong>
        </p>
      )}
      <ul className="says">
        {lines.map((verdict, place) => {
          const { id, name, line, working } = sayVerdict(verdict);
          return (
            <li key={id}>
              <span className={place === 0 && headline ? 'says-name says-headline' : 'says-name'}>
                <span aria-hidden>{isWell(verdict) ? '✓' : '!'}</span> {name}
              </span>
              <span className="soft d-block">
                <Figure working={working} label={name}>
                  {line}
                </Figure>
              </span>
            </li>
          );
        })}
      </ul>
      {heartCannotTell && <p className="soft small mb-0">Under 2:00 heart rate cannot tell.</p>}
      {asked?.from === 'handover' && (
        <p className="soft small mb-0">
          The day was changed after it was ridden. It is read against what was handed over.
        </p>
      )}
    </section>
  );
}

const NOTHING = 'Nothing out of the way.';
