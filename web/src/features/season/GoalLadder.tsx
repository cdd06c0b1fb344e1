import type { Rider } from '@uphill/api';
import { goalOn } from '@uphill/core/rider';
import { daysFrom, goalLadder, LADDER_SHARES, type LadderRung, plus } from '@uphill/core/season';
import { printSigned, roundHalfUp, roundTo } from '@uphill/core/units';
import { skipToken } from '@reduxjs/toolkit/query';
import { useMemo, useState } from 'react';
import { modelsApi } from '../../shared/api/models.ts';
import { printDay, today } from '../../shared/dates.ts';
import { useRiderNumbers } from '../../shared/useRiderNumbers.ts';
import { Figure } from '../../ui/Figure.tsx';
import { HeadRow } from '../../ui/HeadRow.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { goalByLaw } from './goalByLaw.ts';

/** Bests of so many days stand beside what the goal needs. */
const BEST_DAYS = 180;
const SHARES = [
  ['keptBack', 'Kept back, %'],
  ['three', '3:00 reps, % of FTP'],
  ['one', '1:00 reps, % of FTP'],
] as const;

/** The ladder back from the goal: what it needs, what the rider has, and what that asks a week. */
export function GoalLadder({ rider }: { rider: Rider }) {
  const goal = goalOn(rider.goals, today());
  const { ftpW } = useRiderNumbers(rider, today());
  const { data: curve } = modelsApi.useCurveQuery({
    ...{ riderId: rider.id, from: plus(today(), -BEST_DAYS), to: today() },
  });
  const [shares, setShares] = useState<Readonly<Record<keyof typeof LADDER_SHARES, number>>>({
    keptBack: LADDER_SHARES.keptBack.usual,
    three: LADDER_SHARES.three.usual,
    one: LADDER_SHARES.one.usual,
  });
  const rungs = useMemo(() => {
    const byLaw = goalByLaw(goal);
    if (!goal || !byLaw) return null;
    // A best that was held for longer stands for shorter times too.
    const best = (seconds: number): number | null =>
      curve?.find((each) => each.seconds >= seconds)?.watts ?? null;
    return goalLadder({
      ...{ goalW: byLaw.watts, seconds: byLaw.seconds, keptBackPercent: shares.keptBack },
      ...{ percentOf3min: shares.three, percentOf1min: shares.one },
      weeksLeft: Math.floor(daysFrom(today(), goal.date) / 7),
      best: { ftpW, threeW: best(180), oneW: best(60) },
    });
  }, [goal, curve, ftpW, shares]);
  const met = useMet(rider, rungs);
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
      <Rungs rungs={rungs} met={met} goal={goal.name} />
      <details>
        <summary>Shares it is reckoned with</summary>
        {SHARES.map(([name, label]) => (
          <NumberField
            key={name}
            needed
            label={label}
            bounds={[LADDER_SHARES[name].least, LADDER_SHARES[name].most]}
            wrong={`From ${LADDER_SHARES[name].least} to ${LADDER_SHARES[name].most} %.`}
            value={shares[name]}
            set={(value) => setShares({ ...shares, [name]: value })}
          />
        ))}
      </details>
    </section>
  );
}

/** Seconds of the rungs after the first, which is the FTP. */
const REPS_S = [180, 60] as const;

/** The day on which each rung was last met, as far as rides and FTP entries of two years say. */
function useMet(rider: Rider, rungs: readonly LadderRung[] | null): readonly (string | null)[] {
  const asked = rungs
    ?.slice(1)
    .map(({ needed }, at) => `${REPS_S[at]}:${roundTo(needed.value, 1)}`);
  const { data } = modelsApi.useLastMetQuery(
    asked ? { riderId: rider.id, rungs: asked.join(',') } : skipToken,
  );
  const ftpW = rungs?.[0]?.needed.value ?? Infinity;
  // An FTP holds until the next one is entered.
  const entries = [...rider.ftp].sort((one, other) =>
    one.countsFrom.localeCompare(other.countsFrom),
  );
  const last = entries.findLastIndex(({ usedW }) => usedW >= ftpW);
  const until = last < 0 ? null : (entries[last + 1]?.countsFrom ?? today());
  return [until, ...(data ?? []).map(({ date }) => date)];
}

/** Needed, the rider's best, and the gap between them, a row a rung. */
interface RungsProps {
  readonly rungs: readonly LadderRung[];
  readonly met: readonly (string | null)[];
  readonly goal: string;
}

function Rungs({ rungs, met, goal }: RungsProps) {
  return (
    <table className="goal-ladder">
      <HeadRow
        words={[`Needed for ${goal}`]}
        figures={['W', `Best of ${BEST_DAYS} days`, 'Last met', 'Gap']}
      />
      <tbody>
        {rungs.map((rung, at) => (
          <tr key={rung.what}>
            <th scope="row">{rung.what}</th>
            <td className="text-end">
              <Figure working={rung.needed} label={`Needed: ${rung.what}`}>
                {String(roundHalfUp(rung.needed.value))}
              </Figure>
            </td>
            <td className="text-end">{rung.bestW === null ? 'none' : roundHalfUp(rung.bestW)}</td>
            <td className="text-end">{saidMet(met[at])}</td>
            <td className="text-end">
              <Gap rung={rung} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function saidMet(date: string | null | undefined): string {
  return date ? printDay(date) : 'not in two years';
}

function Gap({ rung: { gapW, gapPercent, percentAWeek, fasterThanMost } }: { rung: LadderRung }) {
  if (gapW === null || gapPercent === null)
    return <span className="soft">no best to hold it against</span>;
  return (
    <>
      {printSigned(gapW, 0)} W, {printSigned(gapPercent, 1)} %
      {percentAWeek !== null && gapW > 0 && (
        <span className="small d-block">
          {roundTo(percentAWeek, 2)} % a week
          {fasterThanMost && ': faster than most riders change'}
        </span>
      )}
    </>
  );
}
