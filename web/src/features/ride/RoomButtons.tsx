import type { SessionEvent } from '@uphill/core/simulation';
import Button from 'react-bootstrap/Button';

const SPEEDS = [1, 5, 20, 30, 60] as const;

interface Props {
  readonly running: boolean;
  readonly begun: boolean;
  readonly resting: boolean;
  readonly toggle: () => void;
  readonly press: (did: SessionEvent['did']) => void;
  readonly sound: boolean;
  readonly setSound: (on: boolean) => void;
  readonly speed: number;
  readonly choose: (speed: number) => void;
  readonly leave: () => void;
}

/** All the room's keys, for the hand. */
export function RoomButtons({
  running,
  begun,
  resting,
  toggle,
  press,
  sound,
  setSound,
  speed,
  choose,
  leave,
}: Props) {
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
      <Button variant="outline-secondary" onClick={leave}>
        Leave
      </Button>
    </div>
  );
}
