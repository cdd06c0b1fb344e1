import type { WeekReckoned } from '@uphill/core/season';
import { roundHalfUp } from '@uphill/core/units';
import { Figure } from '../../ui/Figure.tsx';

/** A week's load against its goal, with the field in which it is on goal: ridden in vermilion, planned in pine. */
export function LoadGauge({ week, onGoal }: { week: WeekReckoned; onGoal: number }) {
  const { load, ridden, goal } = week;
  const top = Math.max(load, goal?.value ?? 0, 1) * 1.15;
  const share = (points: number): string => `${Math.min(100, (points / top) * 100)}%`;
  return (
    <div className="load-gauge">
      <div className="load-track" aria-hidden>
        <span className="load-planned" style={{ width: share(load) }} />
        <span className="load-ridden" style={{ width: share(Math.min(ridden, load)) }} />
        {goal && (
          <span
            className="load-field"
            style={{
              left: share(Math.max(0, goal.value - onGoal)),
              width: share(2 * onGoal),
            }}
          />
        )}
      </div>
      <span className="load-words">
        {roundHalfUp(load)}
        {goal && roundHalfUp(goal.value) > 0 ? (
          <>
            {' of '}
            <Figure working={goal} label="The week’s goal">
              {String(roundHalfUp(goal.value))}
            </Figure>
          </>
        ) : (
          ' planned, no goal yet'
        )}
      </span>
    </div>
  );
}
