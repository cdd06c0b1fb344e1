import type { Rider } from '@uphill/api';
import { goalOn } from '@uphill/core/rider';
import { daysFrom, goalLadder, LADDER_SHARES, plus } from '@uphill/core/season';
import { printSigned, roundHalfUp, roundTo } from '@uphill/core/units';
import { useMemo, useState } from 'react';
import { modelsApi } from '../../shared/api/models.ts';
import { today } from '../../shared/dates.ts';
import { useRiderNumbers } from '../../shared/useRiderNumbers.ts';
import { Figure } from '../../ui/Figure.tsx';
import { NumberField } from '../../ui/NumberField.tsx';

/** Bests of so many days stand beside what the goal needs. */
const BEST_DAYS = 180;
const LEAST_S = 300;

/** The ladder back from the goal: what it needs, what the rider has, and what that asks a week. */
export function GoalLadder({ rider }: { rider: Rider }) {
  const goal = goalOn(rider.goals, today());
  const { ftpW } = useRiderNumbers(rider, today());
  const { data: curve } = modelsApi.useCurveQuery({
    ...{ riderId: rider.id, from: plus(today(), -BEST_DAYS), to: today() },
  });
  const [shares, setShares] = useState({
    kept: LADDER_SHARES.keptBack.usual as number,
    three: LADDER_SHARES.three.usual as number,
    one: LADDER_SHARES.one.usual as number,
  });
  const rungs = useMemo(() => {
    if (!goal?.watts || !goal.seconds || goal.seconds < LEAST_S) return null;
    const best = (seconds: number): number | null =>
      curve?.find((each) => each.seconds === seconds)?.watts ?? null;
    return goalLadder({
      ...{ goalW: goal.watts, seconds: goal.seconds, keptBackPercent: shares.kept },
      ...{ percentOf3min: shares.three, percentOf1min: shares.one },
      weeksLeft: Math.floor(daysFrom(today(), goal.date) / 7),
      best: { ftpW, threeW: best(180), oneW: best(60) },
    });
  }, [goal, curve, ftpW, shares]);
  if (!goal) return null;
  if (!rungs)
    return (
      <section className="sheet" aria-label="Ladder from the goal">
        <h2>Ladder from the goal</h2>
        <p className="soft mb-0">
          {goal.name} has no watts for a time of at least 5:00 to reckon from.
        </p>
      </section>
    );
  return (
    <section className="sheet" aria-label="Ladder from the goal">
      <h2>Ladder from the goal</h2>
      <table className="goal-ladder">
        <thead>
          <tr>
            <th scope="col">Needed for {goal.name}</th>
            <th scope="col" className="text-end">
              W
            </th>
            <th scope="col" className="text-end">
              Best of {BEST_DAYS} days
            </th>
            <th scope="col" className="text-end">
              Gap
            </th>
          </tr>
        </thead>
        <tbody>
          {rungs.map(({ what, needed, bestW, gapW, gapPercent, percentAWeek, fasterThanMost }) => (
            <tr key={what}>
              <th scope="row">{what}</th>
              <td className="text-end">
                <Figure working={needed} label={`Needed: ${what}`}>
                  {String(roundHalfUp(needed.value))}
                </Figure>
              </td>
              <td className="text-end">{bestW === null ? 'none' : roundHalfUp(bestW)}</td>
              <td className="text-end">
                {gapW === null || gapPercent === null ? (
                  <span className="soft">no best to hold it against</span>
                ) : (
                  <>
                    {printSigned(gapW, 0)} W, {printSigned(gapPercent, 1)} %
                    {percentAWeek !== null && gapW > 0 && (
                      <span className="small d-block">
                        {roundTo(percentAWeek, 2)} % a week
                        {fasterThanMost && ': faster than most riders change'}
                      </span>
                    )}
                  </>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <details>
        <summary>Shares it is reckoned with</summary>
        <Share
          label="Kept back, %"
          {...LADDER_SHARES.keptBack}
          value={shares.kept}
          set={(kept) => setShares({ ...shares, kept })}
        />
        <Share
          label="3:00 reps, % of FTP"
          {...LADDER_SHARES.three}
          value={shares.three}
          set={(three) => setShares({ ...shares, three })}
        />
        <Share
          label="1:00 reps, % of FTP"
          {...LADDER_SHARES.one}
          value={shares.one}
          set={(one) => setShares({ ...shares, one })}
        />
      </details>
    </section>
  );
}

interface ShareProps {
  readonly label: string;
  readonly least: number;
  readonly most: number;
  readonly value: number;
  readonly set: (value: number) => void;
}

function Share({ label, least, most, value, set }: ShareProps) {
  return (
    <NumberField
      needed
      label={label}
      bounds={[least, most]}
      wrong={`From ${least} to ${most} %.`}
      value={value}
      set={set}
    />
  );
}
