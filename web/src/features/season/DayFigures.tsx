import { type Reckoned, workedEvening } from '@uphill/core/season';
import { printSigned, roundHalfUp, roundTo } from '@uphill/core/units';
import { printDay, today } from '../../shared/dates.ts';
import { Figure } from '../../ui/Figure.tsx';
import { type Shown, useShownDay } from './shown.ts';

/** The figures of the day that is pointed at, each with its working. */
export function DayFigures({ season, shown }: { season: Reckoned; shown: Shown }) {
  const date = useShownDay(shown);
  const found = season.days.find(({ day }) => day.date === date);
  if (!found) return null;
  const { before, load, word, settling } = found;
  const { base, recent, reserve } = workedEvening(before, load.load, season.input.rider.settings);
  return (
    <section className="sheet" aria-labelledby="day-figures-title">
      <h2 id="day-figures-title">
        {printDay(date)}{' '}
        <span className="soft small">
          {date > today() ? 'forecast' : 'as it was'} · {word}
          {settling && ' · settling'}
        </span>
      </h2>
      <dl className="week-facts">
        <dt>Load</dt>
        <dd>
          {load.atLeast && 'at least '}
          {roundHalfUp(load.load)}
          {load.atLeast && <span className="soft"> over a tenth of the recording is missing</span>}
          {load.other > 0 && (
            <span className="soft"> of it {roundHalfUp(load.other)} other sports</span>
          )}
        </dd>
        <dt>Base</dt>
        <dd>
          <Figure working={base} label="Base that evening">
            {roundTo(base.value, 1).toFixed(1)}
          </Figure>
        </dd>
        <dt>Recent</dt>
        <dd>
          <Figure working={recent} label="Recent that evening">
            {roundTo(recent.value, 1).toFixed(1)}
          </Figure>
        </dd>
        <dt>Reserve that morning</dt>
        <dd>
          <Figure working={reserve} label="Reserve that morning">
            {printSigned(reserve.value, 1)}
          </Figure>
        </dd>
      </dl>
      {load.unmarked > 0 && (
        <p className="want mb-0">
          {load.unmarked} day{load.unmarked === 1 ? '' : 's'} unmarked
        </p>
      )}
    </section>
  );
}
