import {
  type BookFamily,
  type BookRung,
  type Done,
  type RiderOnDay,
  rungsOf,
  standingOn,
  systemName,
} from '@uphill/core/sessions';
import { printDay } from '../../shared/dates.ts';
import { Caution } from '../../ui/messages.tsx';
import { Rung } from './Rung.tsx';

interface Props {
  readonly family: BookFamily;
  /** Its sessions that are looked for; null for all of them. */
  readonly rungs: readonly BookRung[] | null;
  readonly numbers: RiderOnDay | null;
  readonly firstName: string;
  readonly done: readonly Done[];
  readonly copy: (id: string) => void;
}

/** A family of the book with its ladder, rung by rung, and where the rider stands on it. */
export function Family({ family, rungs, numbers, firstName, done, copy }: Props) {
  const { name, purpose, system } = family;
  const all = rungsOf(family);
  const standing = standingOn(all, done);
  const says = ({ id, rung }: BookRung): string | null => {
    const beside = rung === null ? done.find(({ bookId }) => bookId === id) : undefined;
    if (beside) return `done ${printDay(beside.date)}`;
    if (standing === null) return null;
    if (rung === standing.rung) return `done ${printDay(standing.date)}`;
    return id === standing.next ? 'next' : null;
  };
  return (
    <section className="sheet mb-3 family" aria-label={name}>
      <div className="family-head">
        <h2>{name}</h2>
        <span className="soft">
          {systemName(system)} · {purpose}
        </span>
        {numbers && all.filter(({ rung }) => rung !== null).length > 1 && (
          <span className="ms-auto small">
            {standing === null
              ? `${firstName} has done none of it`
              : `${firstName}: rung ${standing.rung + 1} of ${standing.of}`}
          </span>
        )}
      </div>
      <ul className="book-rungs">
        {(rungs ?? all).map((rung) => (
          <Rung
            key={rung.id}
            id={rung.id}
            plan={rung.plan}
            numbers={numbers}
            standing={says(rung)}
            copy={copy}
          />
        ))}
      </ul>
      <About family={family} />
    </section>
  );
}

/** For whom it is, how it goes on, what goes wrong. */
function About({ family: { name, forWhom, progression, watch, cautions } }: Pick<Props, 'family'>) {
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
          {watch.length > 0 && (
            <div>
              <dt>Watch</dt>
              <dd>{watch.join(' ')}</dd>
            </div>
          )}
        </dl>
      </details>
    </>
  );
}
