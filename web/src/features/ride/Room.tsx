import type { Day, Rider } from '@uphill/api';
import { expand, nameFor, type RiderOnDay, stepOf } from '@uphill/core/sessions';
import { type SessionRideSetting, standInFor } from '@uphill/core/simulation';
import { useEffect, useRef, useState } from 'react';
import { MiniRoad } from '../../charts/MiniRoad.tsx';
import { Loading } from '../../ui/Loading.tsx';
import type { KeptRide } from './keptRide.ts';
import { AskRpe, Offer } from './Judging.tsx';
import { judgedBy } from './judgedBy.ts';
import { RoomButtons } from './RoomButtons.tsx';
import { Ended, Leave, type WaysOut } from './RoomEnd.tsx';
import { COUNT_IN_S, RoomReadings } from './RoomReadings.tsx';
import { useAwake, useSound } from './sound.ts';
import { useRoom } from './useRoom.ts';
import { useRoomKeys } from './useRoomKeys.ts';
import { nextWords, spokenWords, stepWords } from './words.ts';
import { Heading } from '../../ui/Heading.tsx';

interface Props {
  readonly rider: Rider;
  readonly day: Day;
  readonly numbers: RiderOnDay;
  /** The last marked day was tired. */
  readonly tired: boolean;
  readonly kept: KeptRide;
  readonly ways: WaysOut;
}

/** A ride under way: the step, its figures, the road with the place on it. */
export function Room({ rider, day, numbers, tired, kept, ways }: Props) {
  const [setting] = useState(() => ({
    ...settingOf(day, numbers, kept.seed),
    judge: judgedBy(rider, day, numbers, tired),
  }));
  const room = useRoom(day.id, setting, kept);
  const [speed, setSpeed] = useState(1);
  const [sound, setSound] = useState(false);
  const [leaving, setLeaving] = useState(false);
  const { tick, running } = room;
  useAwake(running);
  useCues(tick?.state, sound);
  const go = (at = speed): void => room.run(at);
  useRoomKeys({
    toggle: () => (running ? room.pause() : go()),
    press: (did) => void room.press(did),
    sound: () => setSound((on) => !on),
    leave: () => setLeaving(true),
    judged: tick?.state.judged ?? null,
  });
  if (!tick) return <Loading />;
  const { state, last } = tick;
  if (state.ended)
    return (
      <Ended
        rider={rider}
        day={day}
        whole={room.whole}
        steps={state.steps}
        laps={state.laps}
        seed={kept.seed}
        ways={ways}
      />
    );
  const { segment } = state;
  const resting = segment !== null && segment.role !== 'work';
  return (
    <main className="ride-room" data-bs-theme="dark" aria-label="Ride room">
      <RoomHead state={state} day={day} numbers={numbers} resting={resting} />
      <RoomReadings state={state} last={last} resting={resting} />
      {state.judged.offer ? (
        <Offer offer={state.judged.offer} press={(did) => void room.press(did)} />
      ) : (
        state.judged.asksRpe && <AskRpe press={(did) => void room.press(did)} />
      )}
      <div className="ride-road">
        <MiniRoad
          segments={setting.segments}
          ftpW={numbers.ftpW}
          wide
          at={placeOf(setting, state.at, state.inStepS)}
        />
      </div>
      <RoomButtons
        running={running}
        begun={state.second > 0}
        resting={resting}
        toggle={() => (running ? room.pause() : go())}
        press={(did) => void room.press(did)}
        sound={sound}
        setSound={setSound}
        speed={speed}
        choose={(at) => {
          setSpeed(at);
          if (running) go(at);
        }}
        leave={() => setLeaving(true)}
      />
      {leaving && (
        <Leave
          back={ways.back}
          stay={() => setLeaving(false)}
          pause={room.pause}
          stop={() => void room.press('stop')}
        />
      )}
    </main>
  );
}

interface HeadProps {
  readonly state: NonNullable<ReturnType<typeof useRoom>['tick']>['state'];
  readonly day: Day;
  readonly numbers: RiderOnDay;
  readonly resting: boolean;
}

/** What is ridden now, or comes next; the share it is eased or raised to; its mean so far. */
function RoomHead({ state, day, numbers, resting }: HeadProps) {
  const { segment } = state;
  return (
    <div className="ride-head">
      <Heading name={nameFor(day.plan, numbers)}>{stepWords(segment)}</Heading>
      <span className="ride-cue">
        {resting ? nextWords(state.next) : segment && stepOf(day.plan, segment.stepId)?.cue}
      </span>
      {state.share !== 1 && <span>{Math.round(state.share * 100)} %</span>}
    </div>
  );
}

function settingOf(day: Day, numbers: RiderOnDay, seed: number): SessionRideSetting {
  return {
    segments: expand(day.plan, numbers),
    rider: standInFor({ ...numbers, ftpW: numbers.ftpW ?? 180 }, seed),
    trainer: day.plan.trainer ?? 'held watts',
    slope: { gradient: day.plan.place === 'climb' ? 0.05 : 0.02, riderKg: numbers.massKg ?? 70 },
    seed,
    dropsPerHour: 0.5,
    powerDropsPerHour: 0.5,
  };
}

function placeOf({ segments }: SessionRideSetting, at: number, inStepS: number): number {
  const segment = segments[at];
  return segment ? segment.startS + Math.min(segment.seconds, inStepS) : 0;
}

/** Beeps at 3, 2, 1 and the words of the next step. */
function useCues(
  state:
    | { leftS: number | null; at: number; next: Parameters<typeof spokenWords>[0] | null }
    | undefined,
  on: boolean,
): void {
  const { beep, say } = useSound(on);
  const said = useRef('');
  useEffect(() => {
    if (!state) return;
    const { leftS, at, next } = state;
    const key = `${at}.${leftS ?? ''}`;
    if (leftS === null || key === said.current) return;
    said.current = key;
    if (leftS >= 1 && leftS <= 3) beep(leftS === 1);
    if (leftS === COUNT_IN_S && next) say(spokenWords(next));
  });
}
