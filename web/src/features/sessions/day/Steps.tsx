import {
  askedOf,
  effortsOf,
  joinAsked,
  type Plan,
  printAsked,
  printDetails,
  type RiderOnDay,
  type Row,
  rowsOf,
  secondsOf,
  type Step,
} from '@uphill/core/sessions';
import { printDuration, printLength, printSpan, printTarget } from '@uphill/core/units';
import { stepName } from '../cells.ts';
import { Stone } from '../../../ui/Stone.tsx';

/** A session to be ridden, step by step in this rider's watts: on the day's page and on the card. */
export function Steps({
  plan,
  rider,
  hot = false,
  beside = null,
}: {
  plan: Plan;
  rider: RiderOnDay;
  /** Watts are upper limits then. */ hot?: boolean;
  /** The rider by heart rate and effort, where that is said beside the watts. */
  beside?: RiderOnDay | null;
}) {
  const rows = rowsOf(plan);
  return (
    <ol className="card-steps">
      {rows.map((row, index) => {
        const before = rows[index - 1];
        const opened = row.sets.filter((set) => !before?.sets.some(({ id }) => id === set.id));
        return (
          <li
            key={row.step.id}
            className={row.sets.length > 0 ? 'card-step card-step-set' : 'card-step'}
          >
            <span className="card-count">
              {opened.map((set) => (
                <Stone small key={set.id}>
                  {typeof set.reps === 'number' ? set.reps : '?'}×
                </Stone>
              ))}
            </span>
            <span className="card-name">
              {stepName(row)}
              {untilWords(row.step)}
            </span>
            <span className="card-time">{timeWords(row.step, rider)}</span>
            <span className="card-watts">{targetWords(row, rider, hot)}</span>
            <span className="card-meant">
              {[meantWords(row.step, rider), besideWords(row.step, beside)]
                .filter(Boolean)
                .join(' · ')}
              {row.step.cue && <em> {row.step.cue}</em>}
            </span>
          </li>
        );
      })}
    </ol>
  );
}

/** How long it lasts; a hill with the time it is reckoned to take. */
function timeWords(step: Step, rider: RiderOnDay): string {
  const { length } = step;
  if (length.kind === 'unread') return '?';
  return length.kind === 'lap'
    ? 'lap'
    : `${length.kind === 'hill' ? '≈' : ''}${printDuration(secondsOf(step, rider))}`;
}

/** What ends the step where that is not its time. */
function untilWords({ length }: Step): string {
  return length.kind === 'hill' || length.kind === 'lap' ? `, ${printLength(length)}` : '';
}

/** What the watts count as (without a power meter, the RPE that goes with the beats), cadence, and every detail of how it is ridden. */
function meantWords(step: Step, rider: RiderOnDay): string {
  const cadence =
    step.cadence && !('kind' in step.cadence)
      ? `${printSpan(step.cadence.low, step.cadence.high)} rpm`
      : '';
  const meant = rider.hasPower ? printTarget(step.target) : effortWords(step, rider);
  return [isEasy(step) ? '' : meant, cadence, printDetails(step)].filter(Boolean).join(', ');
}

/** RPE, and beats where they are known, of work that is asked in watts. */
function besideWords(step: Step, beside: RiderOnDay | null): string {
  if (beside === null || step.role !== 'work' || step.target.kind !== 'steady') return '';
  const asked = askedOf(step.target.effort, beside, secondsOf(step, beside));
  if (!asked || step.target.effort.kind === 'rpe') return '';
  const rpe = `RPE ${printSpan(...asked.rpe)}`;
  return asked.bpm ? `${rpe}, ${printAsked(asked)}` : rpe;
}

/** RPE beside the beats; nothing where the target says RPE already. */
function effortWords(step: Step, rider: RiderOnDay): string {
  const asked = effortsOf(step.target).map((effort) =>
    askedOf(effort, rider, secondsOf(step, rider)),
  );
  if (!asked.some((each) => each?.bpm)) return '';
  const rpe = asked.map((each) => (each ? printSpan(...each.rpe) : '?'));
  return `RPE ${[...new Set(rpe)].join(' → ')}`;
}

/** What is asked, in what the rider rides by: watts, beats or RPE. */
function targetWords({ step }: Row, rider: RiderOnDay, hot: boolean): string {
  const efforts = effortsOf(step.target).map((effort) => ({
    effort,
    asked: askedOf(effort, rider, secondsOf(step, rider)),
  }));
  const words = efforts.map(({ effort, asked }) => {
    if (!asked) return '?';
    return effort.kind === 'max' ? 'flat out' : printAsked(asked);
  });
  const last = efforts.at(-1);
  const inWatts =
    last?.asked != null &&
    last.effort.kind !== 'max' &&
    last.asked.lowW !== null &&
    last.asked.highW !== null;
  const text = joinAsked(words);
  return hot && step.role === 'work' && inWatts ? `at most ${text}` : text;
}

/** Easy riding is named already; its target adds nothing. */
function isEasy({ target }: Step): boolean {
  return target.kind === 'steady' && target.effort.kind === 'easy';
}
