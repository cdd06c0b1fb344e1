import { askedOf, type Plan, printAskedWatts, printDuration, printSpan, printTarget, type RiderOnDay, type Row, rowsOf, type Step } from '@uphill/core';
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
          <li key={row.step.id} className={row.sets.length > 0 ? 'card-step card-step-set' : 'card-step'}>
            <span className="card-count">
              {opened.map((set) => (
                <Stone small key={set.id}>
                  {typeof set.reps === 'number' ? set.reps : '?'}×
                </Stone>
              ))}
            </span>
            <span className="card-name">{stepName(row)}</span>
            <span className="card-time">{row.step.length.kind === 'time' ? printDuration(row.step.length.seconds) : '?'}</span>
            <span className="card-watts">{targetWords(row, rider)}</span>
            <span className="card-meant">
              {isEasy(row.step) ? '' : printTarget(row.step.target)}
              {row.step.cadence && !('kind' in row.step.cadence) && `, ${printSpan(row.step.cadence.low, row.step.cadence.high)} rpm`}
              {row.step.cue && <em> {row.step.cue}</em>}
            </span>
          </li>
        );
      })}
    </ol>
  );
}

/** Watts where there are some, else the RPE it stands for. */
function targetWords({ step }: Row, rider: RiderOnDay): string {
  const words = effortsOf(step).map((effort) => {
    const asked = askedOf(effort, rider, step.length.kind === 'time' ? step.length.seconds : 0);
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

function effortsOf(step: Step) {
  return step.target.kind === 'steady' ? [step.target.effort] : [step.target.from, step.target.to];
}
