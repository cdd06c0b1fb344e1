import {
  type BookFamily,
  type Done,
  type Plan,
  type RiderOnDay,
  standingOn,
  systemName,
} from '@uphill/core/sessions';
import { printDay } from '../../shared/dates.ts';
import { Caution } from '../../ui/messages.tsx';
import { Rung } from './Rung.tsx';

interface Props {
  readonly family: BookFamily;
  /** Its sessions that are looked for, each with its id. */
  readonly rungs: readonly { readonly id: string; readonly plan: Plan }[];
  readonly numbers: RiderOnDay | null;
  readonly firstName: string;
  readonly done: readonly Done[];
  readonly copy: (id: string) => void;
}

/** A family of the book with its ladder, rung by rung, and where the rider stands on it. */
export function Family({ family, rungs, numbers, firstName, done, copy }: Props) {
  const { name, purpose, system } = family;
  const standing = standingOn(family, done);
  const says = (id: string): string | null => {
    if (standing === null) return null;
    const place = family.sessions.findIndex((session) => session.id === id);
    if (place === standing.rung) return `done ${printDay(standing.date)}`;
    return place === standing.next ? 'next' : null;
  };
  return (
    <section className="sheet mb-3 family" aria-label={name}>
      <div className="family-head">
        <h2>{name}</h2>
        <span className="soft">
          {systemName(system)} · {purpose}
        </span>
        {numbers && family.sessions.length > 1 && (
          <span className="ms-auto small">
            {standing === null
              ? `${firstName} has done none of it`
              : `${firstName}: rung ${standing.rung + 1} of ${family.sessions.length}`}
          </span>
        )}
      </div>
      <ul className="book-rungs">
        {rungs.map(({ id, plan }) => (
          <Rung key={id} id={id} plan={plan} numbers={numbers} standing={says(id)} copy={copy} />
        ))}
      </ul>
      <About family={family} />
    </section>
  );
}

/** For whom it is, how it goes on, what goes wrong. */
function About({
  family: { name, forWhom, progression, faults, cautions },
}: Pick<Props, 'family'>) {
  return (
    <>
      {cautions.length > 0 && <Caution>{cautions.join(' ')}</Caution>}
      <details>
        <summary className="small">
          For whom, and how it goes on<span className="visually-hidden">: {name}</span>
        </summary>
        <dl className="family-facts">
          <div>
            <dt>For</dt>
            <dd>{forWhom}</dd>
          </div>
          <div>
            <dt>Progress</dt>
            <dd>{progression}</dd>
          </div>
          {faults.length > 0 && (
            <div>
              <dt>Watch for</dt>
              <dd>{faults.join(' ')}</dd>
            </div>
          )}
        </dl>
      </details>
    </>
  );
}
