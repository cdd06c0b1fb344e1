import type { Rider, TestDayDraft } from '@uphill/api';
import {
  CHANCES,
  type StageDrop,
  type TestRideSetting,
  type TestRideState,
} from '@uphill/core/simulation';
import { expectedRampEnd, type Protocol } from '@uphill/core/testing';
import { printClock, roundHalfUp } from '@uphill/core/units';
import { useCallback, useEffect, useMemo } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { RideTrace } from '../../../charts/RideTrace.tsx';
import { Field } from '../../../ui/Field.tsx';
import { Wrong } from '../../../ui/messages.tsx';
import type { Tick } from '../../../workers/standIns.worker.ts';
import type { StageProps } from './Expect.tsx';
import { WattsField } from '../WattsField.tsx';
import { StepLines } from './StepClock.tsx';
import { KeepRide } from './KeepRide.tsx';
import { settingFor, SPEEDS, useStandIns } from './useStandIns.ts';

/** A test ridden on the stand-ins: set up first, then under way. */
export function OnStandIns(props: StageProps & { rider: Rider }) {
  const { rider, protocol, draft, change } = props;
  const { ride } = draft;
  if (ride === null) {
    // Today's minute is as good a seed as any, and two rides of a day differ.
    const begin = (): void =>
      change({ ride: { seed: Math.floor(Date.now() / 1000) % 1_000_000, seconds: 0, events: [] } });
    return (
      <section className="sheet" aria-label="Set up the stand-ins">
        <h2>Set up the stand-ins</h2>
        <SetUp protocol={protocol} draft={draft} change={change} />
        <p className="soft">
          A simulated rider near this rider’s figures, on a simulated trainer set to{' '}
          {protocol.trainer}, with a strap that drops out now and then. It is there to try a
          protocol through.
        </p>
        <Button onClick={begin}>Get ready</Button>
        <Button variant="link" onClick={() => change({ way: null })}>
          Another way
        </Button>
      </section>
    );
  }
  return (
    <Riding
      key={ride.seed}
      {...props}
      ride={ride}
      setting={settingFor(rider, protocol.id, draft, ride.seed)}
    />
  );
}

const STAGES_S = [180, 240, 300, 360];
const ON_OFF_S = [30, 40, 45, 60];
const SLOPES = [0, 1, 2, 3, 4, 5, 6, 8, 10, 12];

interface ChoiceProps {
  readonly label: string;
  readonly of: readonly number[];
  readonly words: (value: number) => string;
  readonly value: number;
  readonly choose: (value: number) => void;
}

function Choice({ label, of, words, value, choose }: ChoiceProps) {
  return (
    <Field label={label}>
      {(control) => (
        <Form.Select
          {...control}
          value={value}
          onChange={({ target }) => choose(Number(target.value))}
        >
          {of.map((each) => (
            <option key={each} value={each}>
              {words(each)}
            </option>
          ))}
        </Form.Select>
      )}
    </Field>
  );
}

function SetUp({
  protocol,
  draft,
  change,
}: {
  protocol: Protocol;
  draft: TestDayDraft;
  change: (part: Partial<TestDayDraft>) => void;
}) {
  const isRamp = protocol.steps.some(({ ask }) => ask.kind === 'ramp');
  return (
    <div className="entry-row">
      {isRamp && (
        <>
          <WattsField
            label="Start, W"
            bounds={[20, 400]}
            value={draft.ramp.startW}
            set={(startW) => change({ ramp: { ...draft.ramp, startW } })}
          />
          <WattsField
            label="Step, W"
            bounds={[5, 60]}
            value={draft.ramp.stepW}
            set={(stepW) => change({ ramp: { ...draft.ramp, stepW } })}
          />
        </>
      )}
      {protocol.reading.kind === 'lactate' && (
        <Choice
          label="Stage"
          of={STAGES_S}
          words={printClock}
          value={draft.ramp.stageS}
          choose={(stageS) => change({ ramp: { ...draft.ramp, stageS } })}
        />
      )}
      {protocol.reading.kind === 'onOff' && (
        <Choice
          label="On and off, each"
          of={ON_OFF_S}
          words={(seconds) => `${seconds} s`}
          value={draft.onS}
          choose={(onS) => change({ onS })}
        />
      )}
      {protocol.trainer === 'slope' && (
        <Choice
          label="Slope of the trainer"
          of={SLOPES}
          words={(percent) => `${percent} %`}
          value={draft.slopePercent}
          choose={(slopePercent) => change({ slopePercent })}
        />
      )}
      {protocol.steps.some(({ optional }) => optional) && (
        <Form.Check
          id="with-opener"
          label="With the opener: 5:00 all-out, then 10:00 easy"
          checked={draft.optional}
          onChange={({ target }) => change({ optional: target.checked })}
        />
      )}
    </div>
  );
}

interface RidingProps extends StageProps {
  readonly rider: Rider;
  readonly ride: NonNullable<TestDayDraft['ride']>;
  readonly setting: TestRideSetting;
}

function Riding({ rider, protocol, draft, change, next, ride, setting }: RidingProps) {
  const keep = useCallback(
    (kept: NonNullable<TestDayDraft['ride']>) => change({ ride: kept }),
    [change],
  );
  const standIns = useStandIns(setting, ride, keep);
  const { tick, trace, refusal, whole } = standIns;
  const steps = useMemo(
    () => protocol.steps.filter(({ optional }) => draft.optional || !optional),
    [protocol, draft.optional],
  );
  useDrops(tick?.state.drops ?? NO_DROPS, draft, change);
  const ended = tick?.state.ended != null;
  return (
    <div className="columns">
      <section className="sheet" aria-label="The ride on the stand-ins">
        {tick ? <Now tick={tick} protocol={protocol} draft={draft} /> : <h2>Getting ready</h2>}
        <RideTrace trace={trace} />
        {refusal && <Wrong>{refusal}</Wrong>}
        {tick && !ended && <RideKeys standIns={standIns} state={tick.state} />}
        {ended && (
          <KeepRide
            rider={rider}
            protocol={protocol}
            draft={draft}
            change={change}
            seed={ride.seed}
            whole={whole}
            next={next}
          />
        )}
      </section>
      <section className="sheet" aria-label="Steps">
        <h2>Steps</h2>
        <StepLines
          steps={steps}
          now={tick?.state.stepIndex ?? null}
          inStepS={tick?.state.inStepS ?? 0}
        />
        <Button
          variant="link"
          className="px-0 mt-2"
          onClick={() => change({ ride: null, recordingId: null, samples: [] })}
        >
          Start again
        </Button>
      </section>
    </div>
  );
}

const NO_DROPS: readonly StageDrop[] = [];

/** Where the ride stands: the step, what is asked and what is given. */
function Now({ tick, protocol, draft }: { tick: Tick; protocol: Protocol; draft: TestDayDraft }) {
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

function RideKeys({
  standIns,
  state,
}: {
  standIns: ReturnType<typeof useStandIns>;
  state: TestRideState;
}) {
  const { running, speed, run, pause, press, setSpeed } = standIns;
  const startWords = state.second > 0 ? 'Go on' : 'Start riding';
  return (
    <div className="d-flex flex-wrap gap-2 mt-3 align-items-end">
      <Button onClick={() => (running ? pause() : run(speed))}>
        {running ? 'Pause' : startWords}
      </Button>
      <Button variant="outline-secondary" onClick={() => void press('lap')}>
        Lap
      </Button>
      {state.step.ask.kind === 'ramp' && (
        <Button variant="outline-secondary" onClick={() => void press('struggling')}>
          Struggling ({CHANCES - state.chancesUsed} left)
        </Button>
      )}
      <Button variant="outline-secondary" onClick={() => void press('stop')}>
        Stop
      </Button>
      <Form.Select
        className="w-auto ms-auto"
        aria-label="Speed"
        value={speed}
        onChange={({ target }) => setSpeed(Number(target.value))}
      >
        {SPEEDS.map((each) => (
          <option key={each} value={each}>
            {each}×
          </option>
        ))}
      </Form.Select>
    </div>
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

/** Drops of blood go into the table as they come; what the coach has changed there stays. */
function useDrops(
  drops: readonly StageDrop[],
  draft: TestDayDraft,
  change: (part: Partial<TestDayDraft>) => void,
): void {
  const { samples } = draft;
  useEffect(() => {
    const fresh = drops.filter(
      (drop) =>
        !samples.some((sample) => sample.stageW === String(drop.stageW) && sample.at === drop.at),
    );
    if (fresh.length === 0) return;
    const lines = fresh.map(({ stageW, at, mmol, bpm, fraction }) => ({
      stageW: String(stageW),
      at,
      mmol: mmol.toFixed(1),
      bpm: at === 'end' && bpm !== null ? String(bpm) : '',
      rpe: '',
      struck: null,
      fraction: Math.max(0.05, fraction),
    }));
    change({ samples: [...samples, ...lines].slice(0, 60) });
  }, [drops, samples, change]);
}
