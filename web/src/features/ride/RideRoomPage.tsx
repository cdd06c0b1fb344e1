import type { Day, Rider } from '@uphill/api';
import { expand, nameFor, type RiderOnDay, stepOf } from '@uphill/core/sessions';
import { printClock } from '@uphill/core/units';
import { type SessionEvent, type SessionRideSetting, standInFor } from '@uphill/core/simulation';
import { useEffect, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useParams } from 'react-router';
import { daysApi } from '../../shared/api/days.ts';
import { ridersApi } from '../../shared/api/riders.ts';
import { problemOf } from '../../shared/api/problemOf.ts';
import { riderOnDay } from '../../shared/riderOnDay.ts';
import { useModels } from '../../shared/useRiderNumbers.ts';
import { today } from '../../shared/dates.ts';
import { MiniRoad } from '../../charts/MiniRoad.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { type KeptRide, readRide } from './keptRide.ts';
import { Ended, Leave } from './RoomEnd.tsx';
import { COUNT_IN_S, RoomReadings } from './RoomReadings.tsx';
import { useAwake, useSound } from './sound.ts';
import { useRoom } from './useRoom.ts';
import { useRoomKeys } from './useRoomKeys.ts';
import { nextWords, spokenWords, stepWords } from './words.ts';

const SPEEDS = [1, 5, 20, 30, 60] as const;

/** The ride room: the session of a day ridden on the stand-ins, read at a metre and a half. */
export function RideRoomPage() {
  const { riderId = '', dayId = '' } = useParams();
  const { data: rider } = ridersApi.useRiderQuery(riderId);
  const { data: day, error } = daysApi.useDayQuery(dayId);
  const model = useModels(riderId === '' ? [] : [riderId], day?.date ?? today()).get(riderId);
  const [kept, setKept] = useState<KeptRide | null>(null);
  const [left] = useState(() => readRide(dayId));
  if (error) return <ProblemNote problem={problemOf(error)} />;
  if (!rider || !day || !model) return <Loading />;
  const numbers = riderOnDay(rider, day.date, model, day);
  // What was asked when the room was entered stays asked: a ride that was left is resumed to the same watts.
  if (kept) return <Room key={kept.seed} rider={rider} day={day} numbers={numbers} kept={kept} />;
  const fresh = (): void =>
    setKept({ seed: Math.floor(Date.now() / 1000) % 1_000_000, seconds: 0, events: [] });
  return (
    <main className="ride-room ride-door" data-bs-theme="dark">
      <h1>{nameFor(day.plan, numbers)}</h1>
      <p>
        {left
          ? `A ride was left at ${printClock(left.seconds)}.`
          : 'On the stand-ins: a simulated rider near this rider’s figures.'}
      </p>
      <div className="ride-keys">
        {left && (
          <Button onClick={() => setKept(left)}>Resume at {printClock(left.seconds)}</Button>
        )}
        {left && (
          <Button
            variant="outline-secondary"
            onClick={() =>
              setKept({ ...left, events: [...left.events, { second: left.seconds, did: 'stop' }] })
            }
          >
            End it as it is
          </Button>
        )}
        <Button variant={left ? 'outline-secondary' : 'primary'} onClick={fresh}>
          {left ? 'Start again' : 'Enter the ride room'}
        </Button>
      </div>
    </main>
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

function Room({
  rider,
  day,
  numbers,
  kept,
}: {
  rider: Rider;
  day: Day;
  numbers: RiderOnDay;
  kept: KeptRide;
}) {
  const [setting] = useState(() => settingOf(day, numbers, kept.seed));
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
      />
    );
  const { segment } = state;
  const resting = segment !== null && segment.role !== 'work';
  return (
    <main className="ride-room" data-bs-theme="dark" aria-label="Ride room">
      <div className="ride-head">
        <h1>{stepWords(segment)}</h1>
        <span className="ride-cue">
          {resting ? nextWords(state.next) : segment && stepOf(day.plan, segment.stepId)?.cue}
        </span>
        {state.share !== 1 && <span>{Math.round(state.share * 100)} %</span>}
        <span className="ms-auto" aria-label="Mean of the step">
          mean <span className="ride-figure">{Math.round(state.stepMeanW)}</span> W
        </span>
      </div>
      <RoomReadings state={state} last={last} resting={resting} />
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
      />
      {leaving && (
        <Leave
          dayId={day.id}
          riderId={rider.id}
          stay={() => setLeaving(false)}
          pause={room.pause}
          stop={() => void room.press('stop')}
        />
      )}
    </main>
  );
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

interface ButtonProps {
  readonly running: boolean;
  readonly begun: boolean;
  readonly resting: boolean;
  readonly toggle: () => void;
  readonly press: (did: SessionEvent['did']) => void;
  readonly sound: boolean;
  readonly setSound: (on: boolean) => void;
  readonly speed: number;
  readonly choose: (speed: number) => void;
}

function RoomButtons({
  running,
  begun,
  resting,
  toggle,
  press,
  sound,
  setSound,
  speed,
  choose,
}: ButtonProps) {
  const startWords = begun ? 'Go on' : 'Start';
  return (
    <div className="ride-keys">
      <Button onClick={toggle}>{running ? 'Pause' : startWords}</Button>
      <Button variant="outline-secondary" onClick={() => press('lap')}>
        Lap
      </Button>
      <Button variant="outline-secondary" onClick={() => press('skip')}>
        Skip
      </Button>
      <Button variant="outline-secondary" disabled={!resting} onClick={() => press('minute')}>
        A minute more
      </Button>
      <Button variant="outline-secondary" onClick={() => press('lastOne')}>
        That was the last one
      </Button>
      <Button variant="outline-secondary" aria-pressed={sound} onClick={() => setSound(!sound)}>
        {sound ? 'Sound on' : 'Sound off'}
      </Button>
      <select
        aria-label="Speed"
        className="form-select"
        value={speed}
        onChange={({ target }) => choose(Number(target.value))}
      >
        {SPEEDS.map((each) => (
          <option key={each} value={each}>
            {each}×
          </option>
        ))}
      </select>
    </div>
  );
}
