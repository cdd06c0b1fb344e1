import type { Rider, TestDayDraft } from '@uphill/api';
import {
  CHANCES,
  expectedRampEnd,
  printClock,
  type Protocol,
  roundHalfUp,
  type RiddenSecond,
  type StageDrop,
  type TestRideSetting,
  writeCsvRecording,
  writeFitRecording,
} from '@uphill/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { api } from '../../../api/client.ts';
import { useAct } from '../../../app/useAct.ts';
import { RideTrace } from '../../../charts/RideTrace.tsx';
import { Field } from '../../../ui/Field.tsx';
import { Refused, Wrong } from '../../../ui/messages.tsx';
import type { StageProps } from './Expect.tsx';
import { StepLines } from './StepClock.tsx';
import { settingFor, SPEEDS, useStandIns } from './useStandIns.ts';

/** A test ridden on the stand-ins: set up first, then under way. */
export function OnStandIns(props: StageProps & { rider: Rider }) {
  const { rider, protocol, draft, change } = props;
  const { ride } = draft;
  if (ride === null) {
    // Today's minute is as good a seed as any, and two rides of a day differ.
    const begin = (): void => change({ ride: { seed: Math.floor(Date.now() / 1000) % 1_000_000, seconds: 0, events: [] } });
    return (
      <section className="sheet" aria-label="Set up the stand-ins">
        <h2>Set up the stand-ins</h2>
        <SetUp protocol={protocol} draft={draft} change={change} />
        <p className="soft">
          A simulated rider near this rider’s figures, on a simulated trainer set to {protocol.trainer}, with a strap that drops out now and then. It is there
          to try a protocol through.
        </p>
        <Button onClick={begin}>Get ready</Button>
        <Button variant="link" onClick={() => change({ way: null })}>
          Another way
        </Button>
      </section>
    );
  }
  return <Riding key={ride.seed} {...props} ride={ride} setting={settingFor(rider, protocol.id, draft, ride.seed)} />;
}

function SetUp({ protocol, draft, change }: { protocol: Protocol; draft: TestDayDraft; change: (part: Partial<TestDayDraft>) => void }) {
  const isRamp = protocol.steps.some(({ ask }) => ask.kind === 'ramp');
  return (
    <div className="entry-row">
      {isRamp && (
        <>
          <Field label="Start, W">
            {(control) => (
              <Form.Control
                {...control}
                type="number"
                min={20}
                max={400}
                value={draft.ramp.startW}
                onChange={({ target }) => inside(target.value, 20, 400) && change({ ramp: { ...draft.ramp, startW: Number(target.value) } })}
              />
            )}
          </Field>
          <Field label="Step, W">
            {(control) => (
              <Form.Control
                {...control}
                type="number"
                min={5}
                max={60}
                value={draft.ramp.stepW}
                onChange={({ target }) => inside(target.value, 5, 60) && change({ ramp: { ...draft.ramp, stepW: Number(target.value) } })}
              />
            )}
          </Field>
        </>
      )}
      {protocol.reading.kind === 'lactate' && (
        <Field label="Stage">
          {(control) => (
            <Form.Select {...control} value={draft.ramp.stageS} onChange={({ target }) => change({ ramp: { ...draft.ramp, stageS: Number(target.value) } })}>
              {[180, 240, 300, 360].map((seconds) => (
                <option key={seconds} value={seconds}>
                  {printClock(seconds)}
                </option>
              ))}
            </Form.Select>
          )}
        </Field>
      )}
      {protocol.reading.kind === 'onOff' && (
        <Field label="On and off, each">
          {(control) => (
            <Form.Select {...control} value={draft.onS} onChange={({ target }) => change({ onS: Number(target.value) })}>
              {[30, 40, 45, 60].map((seconds) => (
                <option key={seconds} value={seconds}>
                  {seconds} s
                </option>
              ))}
            </Form.Select>
          )}
        </Field>
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
  const keep = useCallback((kept: NonNullable<TestDayDraft['ride']>) => change({ ride: kept }), [change]);
  const { tick, trace, running, speed, refusal, run, pause, press, setSpeed, whole } = useStandIns(setting, ride, keep);
  const steps = useMemo(() => protocol.steps.filter(({ optional }) => draft.optional || !optional), [protocol, draft.optional]);
  const state = tick?.state ?? null;
  const ended = state?.ended != null;
  const inRamp = state?.step.ask.kind === 'ramp';
  const end = inRamp && draft.ramp.stageS === 60 && draft.expectedW !== null ? expectedRampEnd(draft.expectedW, draft.ramp).value : null;
  useDrops(state?.drops ?? [], draft, change);
  return (
    <div className="columns">
      <section className="sheet" aria-label="The ride on the stand-ins">
        <div className="title-row">
          <h2 className="mb-0" aria-live="polite">
            {ended ? 'The ride is over' : (state?.step.name ?? 'Getting ready')}
            {state?.stage != null && `, stage ${state.stage}`}
          </h2>
          <span className="soft">{state && printClock(state.second)} ridden</span>
          {end && (
            <span className="soft">
              expected to end {roundHalfUp(end.secondsIntoStage)} s into {end.stageW} W
            </span>
          )}
        </div>
        {state?.endedBecause && (
          <p className="mb-2">
            The {protocol.reading.kind === 'lactate' ? 'stages' : 'ramp'} ended: {state.endedBecause}.
          </p>
        )}
        <dl className="live" aria-label="Now">
          <Live name="asked" value={state?.askedW == null ? (ended ? '–' : 'all you have') : `${roundHalfUp(state.askedW)} W`} className="asked" />
          <Live name="ridden" value={`${tick?.last?.watts ?? 0} W`} className="ridden" />
          <Live name="cadence" value={`${tick?.last?.rpm ?? 0} rpm`} />
          <Live name="pulse" value={tick?.last?.bpm == null ? 'no beat' : `${tick.last.bpm} bpm`} className="pulse" />
          <Live name={state?.leftS == null ? 'in this step' : 'left'} value={printClock(state?.leftS ?? state?.inStepS ?? 0)} />
        </dl>
        <RideTrace trace={trace} />
        {refusal && <Wrong>{refusal}</Wrong>}
        {!ended && (
          <div className="d-flex flex-wrap gap-2 mt-3 align-items-end">
            <Button onClick={() => (running ? pause() : run(speed))} disabled={!tick}>
              {running ? 'Pause' : (state?.second ?? 0) > 0 ? 'Go on' : 'Start riding'}
            </Button>
            <Button variant="outline-secondary" disabled={!tick} onClick={() => void press('lap')}>
              Lap
            </Button>
            {inRamp && (
              <Button variant="outline-secondary" onClick={() => void press('struggling')}>
                Struggling ({CHANCES - (state?.chancesUsed ?? 0)} left)
              </Button>
            )}
            <Button variant="outline-secondary" disabled={!tick} onClick={() => void press('stop')}>
              Stop
            </Button>
            <Form.Select className="w-auto ms-auto" aria-label="Speed" value={speed} onChange={({ target }) => setSpeed(Number(target.value))}>
              {SPEEDS.map((each) => (
                <option key={each} value={each}>
                  {each}×
                </option>
              ))}
            </Form.Select>
          </div>
        )}
        {ended && <KeepRide rider={rider} protocol={protocol} draft={draft} change={change} seed={ride.seed} whole={whole} next={next} />}
      </section>
      <section className="sheet" aria-label="Steps">
        <h2>Steps</h2>
        <StepLines steps={steps} now={state?.stepIndex ?? null} inStepS={state?.inStepS ?? 0} />
        <Button variant="link" className="px-0 mt-2" onClick={() => change({ ride: null, recordingId: null, samples: [] })}>
          Begin again
        </Button>
      </section>
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
function useDrops(drops: readonly StageDrop[], draft: TestDayDraft, change: (part: Partial<TestDayDraft>) => void): void {
  const { samples } = draft;
  useEffect(() => {
    const fresh = drops.filter((drop) => !samples.some((sample) => sample.stageW === String(drop.stageW) && sample.at === drop.at));
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

interface KeepProps {
  readonly rider: Rider;
  readonly protocol: Protocol;
  readonly draft: TestDayDraft;
  readonly change: (part: Partial<TestDayDraft>) => void;
  readonly seed: number;
  readonly whole: () => Promise<{ seconds: readonly RiddenSecond[]; laps: readonly number[] }>;
  readonly next: () => void;
}

/** The ride becomes a recording like any other, and can be taken along. */
function KeepRide({ rider, protocol, draft, change, seed, whole, next }: KeepProps) {
  const [upload] = api.useUploadRecordingMutation();
  const { act, problem } = useAct();
  const [busy, setBusy] = useState(false);
  const startedAt = `${draft.date}T18:00:00`;
  const name = `stand-in-${protocol.id}-${draft.date}-${seed}`;
  const sent = useRef(false);
  const keep = useCallback(async (): Promise<void> => {
    setBusy(true);
    const { seconds, laps } = await whole();
    const file = new File([writeFitRecording(seconds, startedAt, laps) as BlobPart], `${name}.fit`);
    const received = await act(upload({ riderId: rider.id, file }));
    setBusy(false);
    if (received) change({ recordingId: received.recording.id });
    else sent.current = false;
    // eslint-disable-next-line react-hooks/exhaustive-deps -- made once a ride
  }, [seed]);
  useEffect(() => {
    if (draft.recordingId !== null || sent.current) return;
    sent.current = true;
    void keep();
  }, [draft.recordingId, keep]);
  const download = async (kind: 'csv' | 'fit'): Promise<void> => {
    const { seconds, laps } = await whole();
    const content = kind === 'csv' ? writeCsvRecording(seconds, startedAt) : writeFitRecording(seconds, startedAt, laps);
    const address = URL.createObjectURL(new Blob([content as BlobPart]));
    const link = Object.assign(document.createElement('a'), { href: address, download: `${name}.${kind}` });
    link.click();
    URL.revokeObjectURL(address);
  };
  return (
    <div className="mt-3">
      <Refused problem={problem} />
      {draft.recordingId === null ? (
        <Button disabled={busy} onClick={() => void keep()}>
          {busy ? 'Storing the recording…' : 'Store the recording'}
        </Button>
      ) : (
        <Button onClick={next}>Next: read it</Button>
      )}
      <Button variant="link" onClick={() => void download('csv')}>
        Save as CSV
      </Button>
      <Button variant="link" onClick={() => void download('fit')}>
        Save as FIT
      </Button>
    </div>
  );
}

function inside(text: string, low: number, high: number): boolean {
  const value = Number(text);
  return Number.isInteger(value) && value >= low && value <= high;
}
