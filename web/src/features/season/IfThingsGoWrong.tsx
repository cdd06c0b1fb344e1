import type { Season } from '@uphill/api';
import { type Outcome, ratesOf, USUAL_BAD_LUCK } from '@uphill/core/season';
import { roundHalfUp, roundTo } from '@uphill/core/units';
import { proxy, wrap } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { printDay } from '../../shared/dates.ts';
import type { BadLuckWorker } from '../../workers/badLuck.worker.ts';

/** The same runs for the same plan: a change of the outcome is a change of the plan. */
const SEED = 1;

interface Props {
  readonly season: Season;
  readonly show: (outcome: Outcome) => void;
}

/** A thousand runs of the season with rides missed, shortened and illnesses: what is left on the goal's morning. */
export function IfThingsGoWrong({ season, show }: Props) {
  const { state, run, stop } = useRuns(season, show);
  const rates = useMemo(() => ratesOf({ input: season }), [season]);
  const percent = (share: number): string => `${roundHalfUp(share * 100)} %`;
  return (
    <section className="sheet" aria-labelledby="luck-title">
      <h2 id="luck-title">If things go wrong</h2>
      {state.kind === 'running' ? (
        <>
          <p role="status" className="mb-1">
            {state.done} of {USUAL_BAD_LUCK.runs} runs
          </p>
          <progress max={USUAL_BAD_LUCK.runs} value={state.done} aria-label="Runs done" />{' '}
          <Button size="sm" variant="outline-secondary" onClick={stop}>
            Stop
          </Button>
        </>
      ) : (
        <Button variant="outline-secondary" onClick={run}>
          Run it {USUAL_BAD_LUCK.runs.toLocaleString('en')} times
        </Button>
      )}
      {state.kind === 'refused' && <p className="mb-0">{state.why}</p>}
      {state.kind === 'done' && <Found riderId={season.riderId} outcome={state.outcome} />}
      <p className="small soft mb-0">
        Hard days: {percent(rates.hard.missed)} missed, {percent(rates.hard.shortened)} shortened;
        other rides: {percent(rates.other.missed)} and {percent(rates.other.shortened)};{' '}
        {season.rider.settings.illOneIn === null
          ? 'no illness'
          : `ill from any day with a chance of 1 in ${season.rider.settings.illOneIn}`}
        . Each run is re-planned by the first choice of “What now?”.
      </p>
    </section>
  );
}

function Found({ riderId, outcome }: { riderId: string; outcome: Outcome }) {
  const { runs, base, reserve, kept, plannedBase, costliest } = outcome;
  const one = (value: number): string => roundTo(value, 1).toFixed(1);
  return (
    <dl className="week-facts" role="status">
      <dt>Base that morning, 10 · 50 · 90 of 100</dt>
      <dd>{base.map(one).join(' · ')}</dd>
      <dt>as planned</dt>
      <dd>{one(plannedBase)}</dd>
      <dt>Reserve</dt>
      <dd>{reserve.map(one).join(' · ')}</dd>
      <dt>Runs that keep 95 % of the base</dt>
      <dd>
        {roundHalfUp(kept * 100)} of 100{runs < USUAL_BAD_LUCK.runs && ` (${runs} runs)`}
      </dd>
      {costliest && (
        <>
          <dt>Costliest week to lose</dt>
          <dd>
            <Link to={`/riders/${riderId}/season/${costliest.monday}`}>
              {printDay(costliest.monday)}
            </Link>
            , {one(costliest.costs)} of base
          </dd>
        </>
      )}
    </dl>
  );
}

type State =
  | { readonly kind: 'idle' }
  | { readonly kind: 'running'; readonly done: number }
  | { readonly kind: 'refused'; readonly why: string }
  | { readonly kind: 'done'; readonly outcome: Outcome };

function useRuns(season: Season, show: (outcome: Outcome) => void) {
  const [state, setState] = useState<State>({ kind: 'idle' });
  const worker = useRef<Worker | null>(null);
  const end = (): void => {
    worker.current?.terminate();
    worker.current = null;
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const run = (): void => {
    end();
    setState({ kind: 'running', done: 0 });
    const own = new Worker(new URL('../../workers/badLuck.worker.ts', import.meta.url), {
      type: 'module',
    });
    worker.current = own;
    const { illOneIn } = season.rider.settings;
    const luck = { ...USUAL_BAD_LUCK, illOneIn, seed: SEED, ...ratesOf({ input: season }) };
    const tell = proxy((done: number) => {
      if (worker.current === own) setState({ kind: 'running', done });
    });
    wrap<BadLuckWorker>(own)
      .run(season, luck, tell)
      .then((found) => {
        if (worker.current !== own) return;
        end();
        if ('refusal' in found) setState({ kind: 'refused', why: found.refusal });
        else {
          setState({ kind: 'done', outcome: found });
          show(found);
        }
      })
      .catch(() => setState({ kind: 'refused', why: 'The runs broke off. Try once more.' }));
  };
  const stop = (): void => {
    end();
    setState({ kind: 'idle' });
  };
  return { state, run, stop };
}
