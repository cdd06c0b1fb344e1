import {
  askedOf,
  effortsOf,
  type Plan,
  printAskedWatts,
  printDetails,
  printDuration,
  printLength,
  printSpan,
  printTarget,
  type RiderOnDay,
  type Row,
  rowsOf,
  secondsOf,
  type Step,
} from '@uphill/core';
import { stepName } from '../sessions/cells.ts';
import { Stone } from '../../ui/Stone.tsx';

/** A session to be ridden, step by step in this rider's watts: on the day's page and on the card. */
export function Steps({ plan, rider }: { plan: Plan; rider: RiderOnDay }) {
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
            <span className="card-watts">{targetWords(row, rider)}</span>
            <span className="card-meant">
              {meantWords(row.step)}
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

/** What the watts stand for, cadence, and every detail of how it is ridden. */
function meantWords(step: Step): string {
  const cadence =
    step.cadence && !('kind' in step.cadence)
      ? `${printSpan(step.cadence.low, step.cadence.high)} rpm`
      : '';
  return [isEasy(step) ? '' : printTarget(step.target), cadence, printDetails(step)]
    .filter(Boolean)
    .join(', ');
}

/** Watts where there are some, else the RPE it stands for. */
function targetWords({ step }: Row, rider: RiderOnDay): string {
  const words = effortsOf(step.target).map((effort) => {
    const asked = askedOf(effort, rider, secondsOf(step, rider));
    const watts = asked && printAskedWatts(asked);
    if (watts) return { text: watts, unit: ' W' };
    if (effort.kind === 'max') return { text: 'flat out', unit: '' };
    return { text: asked ? `RPE ${printSpan(...asked.rpe)}` : '?', unit: '' };
  });
  return `${words.map(({ text }) => text).join(' → ')}${words.at(-1)?.unit ?? ''}`;
}

/** Easy riding is named already; its target adds nothing. */
function isEasy({ target }: Step): boolean {
  return target.kind === 'steady' && target.effort.kind === 'easy';
}
