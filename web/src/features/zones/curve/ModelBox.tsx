import type { Rider } from '@uphill/api';
import { FIVE_IN_RAMP } from '@uphill/core/sessions';
import { printDuration, roundHalfUp, roundTo } from '@uphill/core/units';
import { printDay } from '../../../shared/dates.ts';
import { firstName } from '../../../shared/riderOnDay.ts';
import { FactLine } from '../../../ui/FactLine.tsx';
import { MarkedList } from '../../../ui/marks/MarkedList.tsx';
import { type useModel } from '../useCurve.ts';

export function ModelBox({
  model,
  rider,
}: {
  model: NonNullable<ReturnType<typeof useModel>>;
  rider: Rider;
}) {
  const { noFit } = model;
  const first = firstName(rider.name);
  return (
    <section className="sheet mb-3" aria-label="The model">
      <h2>CP and W′</h2>
      <Model model={model} first={first} />
      {noFit !== null && <p className="mb-0 mt-2">No fit of CP: {noFit}</p>}
      <MarkedList rider={rider} />
    </section>
  );
}

interface ModelProps {
  readonly model: NonNullable<ReturnType<typeof useModel>>;
  readonly first: string;
}

/** CP and W′ of maximal efforts, else of the bests of 1:00 and 5:00, else what is needed for them. */
function Model({ model, first }: ModelProps) {
  const { fit, pair, fitFrom } = model;
  if (fit && fitFrom) {
    const off = (error: number | null): string => (error === null ? '' : ` ± ${roundTo(error, 1)}`);
    const cp = `${roundHalfUp(fit.cpW)}${off(fit.cpErrorW)} W`;
    const wPrimeError = fit.wPrimeErrorJ === null ? null : fit.wPrimeErrorJ / 1000;
    const wPrime = `${roundTo(fit.wPrimeJ / 1000, 1)}${off(wPrimeError)} kJ`;
    const from = fitFrom.efforts.map(
      (effort) =>
        `${printDuration(effort.seconds)} at ${roundHalfUp(effort.watts)} W${effort.from === 'marked' ? ' (marked)' : ''}`,
    );
    return (
      <>
        <dl className="facts">
          <FactLine name="CP" text={cp} working={fitFrom.working} />
          <FactLine name="W′" text={wPrime} working={fitFrom.working} />
        </dl>
        <p className="mb-0">
          From {from.join(', ')}, the last on {printDay(fitFrom.date)}. {fit.doubts.join(' ')}
        </p>
      </>
    );
  }
  if (pair)
    return (
      <p className="mb-0">
        From the best 1:00 ({roundHalfUp(pair.best60W)} W) and 5:00 ({roundHalfUp(pair.best300W)} W)
        of 90 days: CP {roundHalfUp(pair.cpW)} W, which runs high, and W′{' '}
        {roundTo(pair.wPrimeJ / 1000, 1)} kJ. It holds for reps of 1:00–5:00 and nothing else.{' '}
        {pair.fiveInRamp && FIVE_IN_RAMP}
      </p>
    );
  return (
    <p className="mb-0">
      Needs a 1:00 and a 5:00 effort of the last 90 days, or maximal efforts of two lengths. Until
      then FTP alone draws the curve of {first}, from 5:00.
    </p>
  );
}
