import type { Rider, Test } from '@uphill/api';
import { narrowest, type PooledFtp, protocolOf, type Pull } from '@uphill/core/testing';
import { lowerFirst, roundHalfUp } from '@uphill/core/units';
import { scaleLinear } from 'd3-scale';
import { Link } from 'react-router';
import { printDay, today } from '../../shared/dates.ts';
import { ftpOnDay } from '../../shared/riderOnDay.ts';
import { printPooled, usePooledFtp } from '../../shared/usePooledFtp.ts';
import { Figure } from '../../ui/Figure.tsx';
import { allowedProtocols } from './allowedProtocols.ts';

/** FTP from all tests of half a year beside the one in use, how far each pulls, and what would narrow it most. */
export function FromEverything({ rider, tests }: { rider: Rider; tests: readonly Test[] }) {
  const pooled = usePooledFtp(rider, today());
  if (!pooled) return null;
  const many = pooled.pulls.length;
  const used = ftpOnDay(rider, today())?.usedW;
  return (
    <section className="sheet mb-3" aria-label="FTP from everything">
      <h2>FTP from everything</h2>
      <p className="mb-2">
        <strong>
          <Figure working={pooled.ftpW} label="FTP from everything">
            {printPooled(pooled)}
          </Figure>
        </strong>{' '}
        from {many === 1 ? 'one test' : `${many} tests`}
        {used !== undefined && `; in use: ${used} W`}.
        {pooled.apart && ' They lie further apart than their errors explain: look at the outlier.'}
      </p>
      <Pulls pooled={pooled} />
      <Narrower rider={rider} tests={tests} pooled={pooled} />
      <p className="soft mb-0">It stands beside the FTP in use and never takes its place.</p>
    </section>
  );
}

/** Each test on one scale: where it lies, how far it can be believed, how much of the weight it has. */
function Pulls({ pooled }: { pooled: PooledFtp }) {
  const ends = pooled.pulls.flatMap(({ ftpW, errorW }) => [ftpW - errorW, ftpW + errorW]);
  const x = scaleLinear([Math.min(...ends), Math.max(...ends)], [2, 98]);
  const [low, high] = [pooled.ftpW.value - pooled.errorW, pooled.ftpW.value + pooled.errorW];
  return (
    <ul className="history pulls">
      {pooled.pulls.map((pull) => (
        <li key={pull.id}>
          <span>
            {protocolOf(pull.protocolId).name}
            <span className="soft d-block small">{printDay(pull.date)}</span>
          </span>
          <svg className="pull" viewBox="0 0 100 24" preserveAspectRatio="none" aria-hidden>
            <rect x={x(low)} width={x(high) - x(low)} y="0" height="24" className="pull-band" />
            <line x1={x(pooled.ftpW.value)} x2={x(pooled.ftpW.value)} y1="0" y2="24" />
            <line
              x1={x(pull.ftpW - pull.errorW)}
              x2={x(pull.ftpW + pull.errorW)}
              y1="12"
              y2="12"
              className="pull-error"
              strokeWidth={2 + 10 * pull.share}
            />
            <line x1={x(pull.ftpW)} x2={x(pull.ftpW)} y1="4" y2="20" className="pull-at" />
          </svg>
          <span className="text-nowrap text-end">
            {pull.ftpW} ± {roundHalfUp(pull.errorW)} W
            <span className="soft d-block small">{shareWords(pull)}</span>
          </span>
        </li>
      ))}
    </ul>
  );
}

function shareWords({ share }: Pull): string {
  return `${roundHalfUp(share * 100)} % of the weight`;
}

/** Which test, ridden today, would tell most. */
function Narrower({ rider, tests, pooled }: Parameters<typeof FromEverything>[0] & Pooled) {
  const next = narrowest(
    pooled,
    allowedProtocols(rider, tests),
    tests
      .filter(({ withdrawn }) => withdrawn === null)
      .map(({ protocol, date }) => ({ protocolId: protocol, date })),
  );
  if (!next) return null;
  const { name } = protocolOf(next.protocolId);
  return (
    <p className="mb-2">
      Ridden today, the {lowerFirst(name)} would narrow it most, to about ±{' '}
      {Math.max(1, roundHalfUp(next.errorW))} W.{' '}
      <Link to={`/riders/${rider.id}/tests/choose`}>Test day</Link>
    </p>
  );
}

interface Pooled {
  readonly pooled: PooledFtp;
}
