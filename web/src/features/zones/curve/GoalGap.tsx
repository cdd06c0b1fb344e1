import type { Rider } from '@uphill/api';
import { type Best, type CurveModel, demandGap } from '@uphill/core/power';
import { goalOn } from '@uphill/core/rider';
import { printClock, printSigned, roundHalfUp } from '@uphill/core/units';
import { daysBetween } from '../../../shared/dates.ts';
import { shownMass } from '../../../shared/riderOnDay.ts';
import { Figure } from '../../../ui/Figure.tsx';

interface Props {
  readonly rider: Rider;
  readonly model: CurveModel & { readonly bests: readonly Best[] };
  readonly day: string;
}

/** How far the goal's watts lie above what the rider can hold for its time. */
export function GoalGap({ rider, model, day }: Props) {
  const goal = goalOn(rider.goals, day);
  if (!goal || goal.watts === null || goal.seconds === null) return null;
  const { watts, seconds } = goal;
  const gap = demandGap({ watts, seconds }, model, model.bests, shownMass(rider, day));
  if (!gap) return null;
  const { gapW, gapPercent, gapWPerKg, ftpNeededW, byWattsAlone } = gap;
  const weeks = Math.floor(daysBetween(day, goal.date) / 7);
  const more = gapW.value > 0;
  return (
    <section className="sheet mb-3" aria-label="Gap to the goal">
      <h2>
        {goal.name}: {watts} W for {printClock(seconds)}
      </h2>
      <p className="mb-1">
        <Figure working={gapW} label="Gap to the goal">{`${printSigned(gapW.value, 0)} W`}</Figure>{' '}
        against the curve, {printSigned(gapPercent, 1)} %
        {gapWPerKg !== null && `, ${printSigned(gapWPerKg, 2)} W/kg`}.{' '}
        {more ? '' : 'The curve is there already.'}
      </p>
      {ftpNeededW !== null && (
        <p className="mb-1">
          It takes an FTP of {ftpNeededW} W
          {model.ftpW !== null && `; in use are ${roundHalfUp(model.ftpW)} W`}.
          {weeks >= 0 && ` ${weeks} weeks are left.`}
        </p>
      )}
      {!byWattsAlone && (
        <p className="mb-0">
          <strong>Not reachable by watts alone:</strong> over 8 % are missing.
        </p>
      )}
    </section>
  );
}
