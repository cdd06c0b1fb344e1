import type { Rider } from '@uphill/api';
import { ABOVE_FTP_LENGTHS, aboveFtp, type Way, whyTheyDiffer } from '@uphill/core/sessions';
import { goalOn } from '@uphill/core/rider';
import { printDuration } from '@uphill/core/units';
import { ownShares } from '../../shared/choices.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { Figure } from '../../ui/Figure.tsx';
import { pointsOf, useBests, useModel } from './useCurve.ts';
import { WideTable } from '../../ui/WideTable.tsx';

/** The rider's own numbers above FTP beside percent of FTP: five ways for each rep length, and what to ask for. */
export function AboveFtp({ rider, ftpW, day }: { rider: Rider; ftpW: number; day: string }) {
  const model = useModel(rider, day);
  const year = useBests(rider.id, day, 365);
  if (!model || !year) return null;
  const goalW = goalOn(rider.goals, day)?.watts ?? null;
  const ways = ownShares();
  const rows = ABOVE_FTP_LENGTHS.map((seconds) =>
    aboveFtp(seconds, { ftpW, pair: model.pair, bests: pointsOf(year), goalW, ways }),
  );
  const first = firstName(rider.name);
  return (
    <section className="sheet mt-3" aria-label="Above FTP">
      <h2>Above FTP, {first}’s own numbers</h2>
      <p>{whyTheyDiffer(rows, first)}</p>
      <WideTable of="Above FTP" size="sm" className="above-ftp">
        <thead>
          <tr>
            <th scope="col">Rep</th>
            <th scope="col">Percent of FTP</th>
            <th scope="col">1:00 and 5:00</th>
            <th scope="col">Best, longer</th>
            <th scope="col">Goal power</th>
            <th scope="col">Effort only</th>
            <th scope="col">Apart</th>
            <th scope="col">Recommended</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ seconds, ways, disagreementW, ask }) => (
            <tr key={seconds}>
              <th scope="row">{printDuration(seconds)}</th>
              {ways.map((way) => (
                <td key={way.id}>
                  <WayCell way={way} rep={printDuration(seconds)} />
                </td>
              ))}
              <td>{disagreementW === null ? '' : `${disagreementW} W`}</td>
              <td>
                {ask && (
                  <strong>
                    <Figure
                      working={ask}
                      label={`Recommended, ${printDuration(seconds)}`}
                    >{`${ask.value} W`}</Figure>
                  </strong>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </WideTable>
      <p className="soft small mb-0">
        Outside 2:00–8:00 there is no rule; you decide. Bests count for 90 days, the longer ones for
        a year.
      </p>
    </section>
  );
}

function WayCell({ way, rep }: { way: Way; rep: string }) {
  if (way.watts)
    return (
      <Figure working={way.watts} label={`${way.name}, ${rep}`}>{`${way.watts.value} W`}</Figure>
    );
  return (
    <span className="soft small">{way.id === 'effort' ? 'RPE 9' : shortReason(way.says)}</span>
  );
}

function shortReason(says: string): string {
  return says.replace(/\.$/, '');
}
