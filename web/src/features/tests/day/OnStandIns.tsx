import type { Rider } from '@uphill/api';
import Button from 'react-bootstrap/Button';
import type { StageProps } from './Expect.tsx';
import { Riding } from './Riding.tsx';
import { SetUpStandIns } from './SetUpStandIns.tsx';
import { settingFor } from './useStandIns.ts';

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
        <SetUpStandIns protocol={protocol} draft={draft} change={change} />
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
