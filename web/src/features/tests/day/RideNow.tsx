import type { TestDayDraft } from '@uphill/api';
import type { TestRideState } from '@uphill/core/simulation';
import { aheadInTest, expectedRampEnd, type Protocol } from '@uphill/core/testing';
import { printClock, roundHalfUp } from '@uphill/core/units';
import { choices } from '../../../shared/choices.ts';
import { Figure } from '../../../ui/Figure.tsx';
import type { Tick } from '../../../workers/standIns.worker.ts';

interface Props {
  readonly tick: Tick;
  readonly protocol: Protocol;
  readonly draft: TestDayDraft;
}

/** Where the ride stands: the step, what is asked and what is given. */
export function RideNow({ tick, protocol, draft }: Props) {
  const { state, last } = tick;
  const ended = state.ended !== null;
  const asked = state.askedW === null ? 'all you have' : `${roundHalfUp(state.askedW)} W`;
  return (
    <>
      <div className="title-row">
        <h2 className="mb-0" aria-live="polite">
          {ended ? 'The ride is over' : state.step.name}
          {!ended && state.stage !== null && `, stage ${state.stage}`}
        </h2>
        <span className="soft">{printClock(state.second)} ridden</span>
        <ExpectedHere state={state} draft={draft} />
        <Ahead state={state} protocol={protocol} draft={draft} />
      </div>
      {state.endedBecause && (
        <p className="mb-2">
          The {protocol.reading.kind === 'lactate' ? 'stages' : 'ramp'} ended: {state.endedBecause}.
        </p>
      )}
      <dl className="live" aria-label="Now">
        <Live name="asked" value={ended ? '–' : asked} className="asked" />
        <Live name="ridden" value={`${last?.watts ?? 0} W`} className="ridden" />
        <Live name="cadence" value={`${last?.rpm ?? 0} rpm`} />
        {last?.metresPerSecond !== undefined && (
          <Live name="speed" value={`${(last.metresPerSecond * 3.6).toFixed(1)} km/h`} />
        )}
        <Live
          name="pulse"
          value={last?.bpm == null ? 'no heart rate' : `${last.bpm} bpm`}
          className="pulse"
        />
        <Live
          name={state.leftS === null ? 'in this step' : 'left'}
          value={printClock(state.leftS ?? state.inStepS)}
        />
      </dl>
    </>
  );
}

/** Ahead of or behind what was written down, at 1:00 and at half; the coach can hide it. */
function Ahead({ state, protocol, draft }: { state: TestRideState } & Omit<Props, 'tick'>) {
  const ahead =
    choices().judgeTests && state.ended === null
      ? aheadInTest(protocol, state.step, state.inStepS, state.stepMeanW, draft.expectedW)
      : null;
  if (!ahead) return null;
  const words = ahead.value < 0 ? 'behind' : 'ahead of';
  return (
    <strong role="status">
      {ahead.value === 0 ? (
        'just what was written down'
      ) : (
        <>
          <Figure working={ahead} label="Against what was written down">
            {`${Math.abs(ahead.value)} W`}
          </Figure>{' '}
          {words} what was written down
        </>
      )}
    </strong>
  );
}

/** Where the ramp should end for what was written down. */
function ExpectedHere({ state, draft }: { state: TestRideState; draft: TestDayDraft }) {
  if (state.step.ask.kind !== 'ramp' || draft.ramp.stageS !== 60 || draft.expectedW === null)
    return null;
  const end = expectedRampEnd(draft.expectedW, draft.ramp).value;
  return (
    <span className="soft">
      expected to end {roundHalfUp(end.secondsIntoStage)} s into {end.stageW} W
    </span>
  );
}

function Live({ name, value, className }: { name: string; value: string; className?: string }) {
  return (
    <div>
      <dt>{name}</dt>
      <dd className={className}>{value}</dd>
    </div>
  );
}
