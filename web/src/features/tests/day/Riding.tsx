import type { Rider, TestDayDraft } from '@uphill/api';
import {
  CHANCES,
  type StageDrop,
  type TestRideSetting,
  type TestRideState,
} from '@uphill/core/simulation';
import { useCallback, useEffect, useMemo } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { RideTrace } from '../../../charts/RideTrace.tsx';
import { Wrong } from '../../../ui/messages.tsx';
import type { StageProps } from './Expect.tsx';
import { KeepRide } from './KeepRide.tsx';
import { RideNow } from './RideNow.tsx';
import { StepLines } from './StepClock.tsx';
import { SPEEDS, useStandIns } from './useStandIns.ts';

interface Props extends StageProps {
  readonly rider: Rider;
  readonly ride: NonNullable<TestDayDraft['ride']>;
  readonly setting: TestRideSetting;
}

/** A test under way on the stand-ins, and what can be pressed. */
export function Riding({ rider, protocol, draft, change, next, ride, setting }: Props) {
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
        {tick ? <RideNow tick={tick} protocol={protocol} draft={draft} /> : <h2>Getting ready</h2>}
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
