import Form from 'react-bootstrap/Form';
import { SelectField } from '../../ui/SelectField.tsx';
import { type Chosen, Group } from './Group.tsx';

const SHARES = [0.9, 0.91, 0.92, 0.93, 0.94, 0.95, 0.96, 0.97] as const;
const STRETCHES = [2, 2.25, 2.5, 2.75, 3] as const;

/** How watts above FTP are reckoned, and what makes the next session harder. */
export function AboveFtpSums({ choices, choose }: Chosen) {
  return (
    <Group title="Work above FTP">
      <SelectField
        label="W′ comes back"
        options={[
          ['measured', 'as measured'],
          ['quick', 'quickly'],
        ]}
        value={choices.recovery}
        choose={(recovery) => choose({ recovery })}
        hint="Between hard reps. Quickly, almost any number of reps holds: verdicts and solved watts are kinder."
      />
      <SelectField
        label="A rep asks, of what 1:00 and 5:00 say is held once"
        options={SHARES.map((share) => [share.toFixed(2), share.toFixed(2)] as const)}
        value={choices.ownShare.toFixed(2)}
        choose={(share) => choose({ ownShare: Number(share) })}
        hint="Watts above FTP by the rider’s own numbers, in every session that asks for them."
      />
      <SelectField
        label="The longer best is ridden over"
        options={STRETCHES.map((times) => [String(times), `${times} × the rep`] as const)}
        value={String(choices.longerTimes)}
        choose={(times) => choose({ longerTimes: Number(times) })}
        hint="Watts above FTP by what was held longer."
      />
      <SelectField
        label="Ceiling work goes on by"
        options={[
          ['watts', '15 minutes, then watts'],
          ['minutes', '10 to 30 minutes, same watts'],
        ]}
        value={choices.ceilingSchool}
        choose={(ceilingSchool) => choose({ ceilingSchool })}
        hint="A rung harder, of riders without a choice of their own."
      />
    </Group>
  );
}

/** What the ride room says while somebody rides. */
export function Riding({ choices, choose }: Chosen) {
  return (
    <Group title="While riding">
      <Form.Check
        type="switch"
        id="judge-rides"
        label="Say how the rep goes"
        checked={choices.judgeRides}
        onChange={({ target }) => choose({ judgeRides: target.checked })}
      />
      <p className="soft">
        Ease in the first seconds, room by heart rate, the end of a set, and the watts that save
        one.
      </p>
      <Form.Check
        type="switch"
        id="ask-rpe"
        label="Ask RPE at 1:00 of a ceiling rep"
        checked={choices.askRpe}
        onChange={({ target }) => choose({ askRpe: target.checked })}
      />
      <p className="soft">Three buttons; over 7, the next rep starts 3 % lower.</p>
      <Form.Check
        type="switch"
        id="judge-tests"
        label="In a test, say ahead or behind"
        checked={choices.judgeTests}
        onChange={({ target }) => choose({ judgeTests: target.checked })}
      />
      <p className="soft mb-0">Against what was written down before it, at 1:00 and at half.</p>
    </Group>
  );
}
