import type { Placed, Rider } from '@uphill/api';
import { expand, printClock, type RiderOnDay, type SessionEvent, type SessionRideSetting, standInFor, writeFitRecording } from '@uphill/core';
import { useEffect, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useNavigate, useParams } from 'react-router';
import { api, problemOf } from '../../api/client.ts';
import { riderOnDay } from '../../app/riderOnDay.ts';
import { useAct } from '../../app/useAct.ts';
import { MiniRoad } from '../../charts/MiniRoad.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Refused } from '../../ui/messages.tsx';
import { Stone } from '../../ui/Stone.tsx';
import { forgetRide, type KeptRide, readRide } from './keptRide.ts';
import { useAwake, useSound } from './sound.ts';
import { useRoom } from './useRoom.ts';
import { askWords, holdWords, nextWords, shownWatts, spokenWords, stepWords } from './words.ts';

const SPEEDS = [1, 5, 20, 30, 60] as const;
/** Up to here each rep left has its stone. */
const MOST_STONES = 8;
const HELD_MS = 1000;
const COUNT_IN_S = 10;

/** The ride room: a placed session ridden on the stand-ins, read at a metre and a half. */
export function RideRoomPage() {
  const { riderId = '', dayId = '' } = useParams();
  const { data: rider } = api.useRiderQuery(riderId);
  const { data: day, error } = api.useDayQuery(dayId);
  const [kept, setKept] = useState<KeptRide | null>(null);
  const [left] = useState(() => readRide(dayId));
  if (error) return <Refused problem={problemOf(error)} />;
  if (!rider || !day) return <Loading />;
  if (kept) return <Room key={kept.seed} rider={rider} day={day} kept={kept} />;
  const fresh = (): void => setKept({ seed: Math.floor(Date.now() / 1000) % 1_000_000, seconds: 0, events: [] });
  return (
    <main className="ride-room ride-door" data-bs-theme="dark">
      <h1>{day.plan.name}</h1>
      <p>{left ? `A ride was left at ${printClock(left.seconds)}.` : 'On the stand-ins: a simulated rider near this rider’s figures.'}</p>
      <div className="ride-keys">
        {left && <Button onClick={() => setKept(left)}>Resume at {printClock(left.seconds)}</Button>}
        {left && (
          <Button variant="outline-secondary" onClick={() => setKept({ ...left, events: [...left.events, { second: left.seconds, did: 'stop' }] })}>
            Close it as it is
          </Button>
        )}
        <Button variant={left ? 'outline-secondary' : 'primary'} onClick={fresh}>
          {left ? 'Begin anew' : 'Into the ride room'}
        </Button>
      </div>
    </main>
  );
}

function settingOf(day: Placed, numbers: RiderOnDay, seed: number): SessionRideSetting {
  return {
    segments: expand(day.plan, numbers),
    rider: standInFor({ ...numbers, ftpW: numbers.ftpW ?? 180 }, seed),
    trainer: day.plan.trainer ?? 'held watts',
    slope: { gradient: day.plan.place === 'climb' ? 0.05 : 0.02, riderKg: numbers.massKg ?? 70 },
    seed,
    dropsPerHour: 0.5,
  };
}

function Room({ rider, day, kept }: { rider: Rider; day: Placed; kept: KeptRide }) {
  const [numbers] = useState(() => ({ ...riderOnDay(rider, day.date, day), goalW: rider.goal?.watts ?? null }));
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
  if (state.ended) return <Ended rider={rider} day={day} whole={room.whole} steps={state.steps} seed={kept.seed} />;
  const { segment } = state;
  const resting = segment !== null && segment.role !== 'work';
  return (
    <main className="ride-room" data-bs-theme="dark" aria-label="Ride room">
      <div className="ride-head">
        <h1>{stepWords(segment)}</h1>
        <span>{resting ? nextWords(state.next) : cueOf(day, segment?.stepId)}</span>
        {state.share !== 1 && <span>{Math.round(state.share * 100)} %</span>}
        <span className="ms-auto" aria-label="Mean of the step">
          mean {Math.round(state.stepMeanW)} W
        </span>
      </div>
      <div className="ride-main">
        <p className="ride-watts" aria-label="Watts ridden">
          {shownWatts(last)}
        </p>
        <Scale asked={state.asked} watts={shownWatts(last)} words={askWords(segment)} />
        <p className="ride-left" aria-label="Time left">
          {printClock(state.leftS ?? state.inStepS)}
        </p>
      </div>
      <div className="ride-beside">
        <p className="ride-hold" aria-live="polite">
          {resting && (state.leftS ?? 99) <= COUNT_IN_S ? `in ${state.leftS ?? 0} s` : holdWords(state.asked, last, state.inStepS)}
        </p>
        <p aria-label="Cadence" className="ride-large">
          {last.at(-1)?.rpm ?? 0} rpm
        </p>
        <p aria-label="Pulse" className="ride-large pulse">
          {last.at(-1)?.bpm ?? '–'} bpm
        </p>
        <Stones left={state.repsLeft} />
      </div>
      <div className="ride-road">
        <MiniRoad segments={setting.segments} ftpW={numbers.ftpW} wide at={placeOf(setting, state.at, state.inStepS)} />
      </div>
      <div className="ride-keys">
        <Button onClick={() => (running ? room.pause() : go())}>{running ? 'Pause' : state.second > 0 ? 'Go on' : 'Start'}</Button>
        <Button variant="outline-secondary" onClick={() => void room.press('lap')}>
          Lap
        </Button>
        <Button variant="outline-secondary" onClick={() => void room.press('skip')}>
          Skip
        </Button>
        <Button variant="outline-secondary" disabled={!resting} onClick={() => void room.press('minute')}>
          A minute more
        </Button>
        <Button variant="outline-secondary" onClick={() => void room.press('lastOne')}>
          That was the last one
        </Button>
        <Button variant="outline-secondary" aria-pressed={sound} onClick={() => setSound(!sound)}>
          {sound ? 'Sound on' : 'Sound off'}
        </Button>
        <select
          aria-label="Speed"
          className="form-select"
          value={speed}
          onChange={({ target }) => {
            setSpeed(Number(target.value));
            if (running) go(Number(target.value));
          }}
        >
          {SPEEDS.map((each) => (
            <option key={each} value={each}>
              {each}×
            </option>
          ))}
        </select>
      </div>
      {leaving && <Leave dayId={day.id} riderId={rider.id} stay={() => setLeaving(false)} pause={room.pause} stop={() => void room.press('stop')} />}
    </main>
  );
}

function placeOf({ segments }: SessionRideSetting, at: number, inStepS: number): number {
  const segment = segments[at];
  return segment ? segment.startS + Math.min(segment.seconds, inStepS) : 0;
}

function cueOf({ plan }: Placed, stepId: string | undefined): string {
  const find = (items: readonly unknown[]): string => {
    for (const item of items as { id: string; kind: string; cue?: string; parts?: unknown[] }[]) {
      if (item.id === stepId) return item.cue ?? '';
      const inside = item.parts ? find(item.parts) : '';
      if (inside) return inside;
    }
    return '';
  };
  return find(plan.items);
}

/** The band asked beside an upright scale, a pointer where the watts are. */
function Scale({ asked, watts, words }: { asked: { lowW: number; highW: number } | null; watts: number; words: string }) {
  if (!asked) return <p className="ride-asked">{words}</p>;
  const middle = (asked.lowW + asked.highW) / 2;
  const span = Math.max(asked.highW - asked.lowW, 0.06 * middle) * 2.5;
  const place = (value: number): number => Math.min(98, Math.max(2, 50 - ((value - middle) / span) * 100));
  return (
    <div className="ride-scale">
      <svg viewBox="0 0 20 100" preserveAspectRatio="none" aria-hidden>
        <rect x="2" y={place(asked.highW)} width="12" height={Math.max(3, place(asked.lowW) - place(asked.highW))} className="ride-band" />
        <line x1="8" x2="8" y1="0" y2="100" className="ride-axis" />
        <path d={`M20 ${place(watts) - 4} L10 ${place(watts)} L20 ${place(watts) + 4} z`} className="ride-pointer" />
      </svg>
      <p className="ride-asked" aria-label="Watts asked">
        {asked.highW}
        {asked.lowW !== asked.highW && (
          <>
            <br />
            {asked.lowW}
          </>
        )}
      </p>
    </div>
  );
}

function Stones({ left }: { left: number }) {
  if (left > MOST_STONES) return <Stone>{`${left} left`}</Stone>;
  return (
    <span className="ride-stones" aria-label={`${left} reps left`}>
      {Array.from({ length: left }, (_, index) => (
        <Stone key={index} small>
          {String(left - index)}
        </Stone>
      ))}
    </span>
  );
}

/** Beeps at 3, 2, 1 and the words of the next step. */
function useCues(state: { leftS: number | null; at: number; next: Parameters<typeof spokenWords>[0] | null } | undefined, on: boolean): void {
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

interface RoomKeys {
  readonly toggle: () => void;
  readonly press: (did: SessionEvent['did']) => void;
  readonly sound: () => void;
  readonly leave: () => void;
}

/** Space pauses; the right arrow held for a second goes on, the left repeats; up and down 2 %; M sound; Esc asks. */
function useRoomKeys(keys: RoomKeys): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    let held: ReturnType<typeof setTimeout> | undefined;
    const onKey = (event: KeyboardEvent): void => {
      if (event.target instanceof HTMLElement && /^(?:BUTTON|SELECT)$/.test(event.target.tagName) && event.key === ' ') return;
      const does: Record<string, () => void> = {
        ' ': () => latest.current.toggle(),
        ArrowLeft: () => latest.current.press('back'),
        ArrowUp: () => latest.current.press('harder'),
        ArrowDown: () => latest.current.press('easier'),
        m: () => latest.current.sound(),
        Escape: () => latest.current.leave(),
      };
      if (event.key === 'ArrowRight') {
        if (!event.repeat) held = setTimeout(() => latest.current.press('skip'), HELD_MS);
      } else if (does[event.key] && !event.repeat) does[event.key]?.();
      else return;
      event.preventDefault();
    };
    const onUp = ({ key }: KeyboardEvent): void => {
      if (key === 'ArrowRight') clearTimeout(held);
    };
    window.addEventListener('keydown', onKey);
    window.addEventListener('keyup', onUp);
    return () => {
      clearTimeout(held);
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('keyup', onUp);
    };
  }, []);
}

function Leave({ dayId, riderId, stay, pause, stop }: { dayId: string; riderId: string; stay: () => void; pause: () => void; stop: () => void }) {
  const navigate = useNavigate();
  return (
    <div className="ride-leave" role="dialog" aria-label="Leave the ride room">
      <p>Leave? The ride so far is kept.</p>
      <div className="ride-keys">
        <Button
          autoFocus
          onClick={() => {
            pause();
            void navigate(`/riders/${riderId}/days/${dayId}`);
          }}
        >
          Leave
        </Button>
        <Button variant="outline-secondary" onClick={stop}>
          End it here
        </Button>
        <Button variant="outline-secondary" onClick={stay}>
          Stay
        </Button>
      </div>
    </div>
  );
}

type Steps = readonly NonNullable<Placed['ridden']>['steps'][number][];

/** The ride becomes a recording, stored with the day it belongs to. */
function Ended({ rider, day, whole, steps, seed }: { rider: Rider; day: Placed; whole: ReturnType<typeof useRoom>['whole']; steps: Steps; seed: number }) {
  const navigate = useNavigate();
  const [upload] = api.useUploadRecordingMutation();
  const [change] = api.useChangeDayMutation();
  const { act, problem } = useAct();
  const [busy, setBusy] = useState(false);
  const store = async (): Promise<void> => {
    setBusy(true);
    const { seconds } = await whole();
    const laps = steps.map(({ endS }) => endS);
    const file = new File([writeFitRecording(seconds, `${day.date}T18:00:00`, laps) as BlobPart], `ride-room-${day.date}-${seed}.fit`);
    const received = await act(upload({ riderId: rider.id, file }));
    const ridden = received && { recordingId: received.recording.id, steps: [...steps] };
    const done = ridden && (await act(change({ id: day.id, version: day.version, ridden }), 'The ride is stored with its day.'));
    setBusy(false);
    if (!done) return;
    forgetRide(day.id);
    void navigate(`/riders/${rider.id}/days/${day.id}`);
  };
  return (
    <main className="ride-room ride-door" data-bs-theme="dark">
      <h1>The ride is over</h1>
      <p>
        {printClock(steps.at(-1)?.endS ?? 0)} ridden, {new Set(steps.flatMap(({ rep }) => (rep === null ? [] : [rep]))).size} reps.
      </p>
      <Refused problem={problem} />
      <div className="ride-keys">
        <Button disabled={busy} onClick={() => void store()}>
          {busy ? 'Storing…' : 'Store it with the day'}
        </Button>
        <Button
          variant="outline-secondary"
          onClick={() => {
            forgetRide(day.id);
            void navigate(`/riders/${rider.id}/days/${day.id}`);
          }}
        >
          Throw it away
        </Button>
      </div>
    </main>
  );
}
