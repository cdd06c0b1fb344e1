import type { Choices, Settings, SettingsChange } from '@uphill/api';
import { RETEST_WEEKS_BOUNDS } from '@uphill/core/testing';
import { isByHeart, type Scheme } from '@uphill/core/zones';
import type { ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { schemesApi } from '../../shared/api/schemes.ts';
import { printDay, today } from '../../shared/dates.ts';
import { changeKeys, useKeySettings } from '../../shared/keys/settings.ts';
import { chooseStage, type Stage, useStage } from '../../shared/stage.ts';
import { useAppDispatch } from '../../shared/state.ts';
import { useAct } from '../../shared/useAct.ts';
import { useSchemes } from '../../shared/useSchemes.ts';
import { keysToggled } from '../../shared/viewSlice.ts';
import { Loading } from '../../ui/Loading.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { SelectField } from '../../ui/SelectField.tsx';
import { TimeZone } from '../../ui/TimeZone.tsx';
import { Heading } from '../../ui/Heading.tsx';

const SHARES = [0.9, 0.91, 0.92, 0.93, 0.94, 0.95, 0.96, 0.97] as const;
const STRETCHES = [2, 2.25, 2.5, 2.75, 3] as const;

/** What holds for the whole house, each with what it changes. */
export function SettingsPage() {
  const schemes = useSchemes();
  const { settings } = schemes;
  const [change] = schemesApi.useChangeSettingsMutation();
  const { act, problem } = useAct();
  if (!settings) return <Loading />;
  const { timeZone, choices } = settings;
  const save = (part: SettingsChange, says: string): void => void act(() => change(part), says);
  const choose = (part: Partial<Choices>): void => save({ choices: part }, 'Changed.');
  return (
    <>
      <Heading>Settings</Heading>
      <ProblemNote problem={problem} />
      <div className="settings">
        <Writing choices={choices} choose={choose} />
        <NewRiders
          schemes={schemes.all}
          settings={settings}
          choose={choose}
          setScheme={(id) => save({ defaultSchemeId: id }, 'Changed.')}
        />
        <Riding choices={choices} choose={choose} />
        <Group title="Where you are">
          <TimeZone
            value={timeZone}
            set={(zone) => zone !== null && save({ timeZone: zone }, 'Time zone changed.')}
          />
          <p className="soft mb-0">
            A file that tells only world time is dated by it. A rider elsewhere has a time zone of
            their own.
          </p>
        </Group>
        <ThisDevice />
      </div>
    </>
  );
}

interface Chosen {
  readonly choices: Choices;
  readonly choose: (part: Partial<Choices>) => void;
}

function Writing({ choices, choose }: Chosen) {
  return (
    <Group title="How you write">
      <SelectField
        label="Dates"
        options={[
          ['dayFirst', 'day before month'],
          ['monthFirst', 'month before day'],
        ]}
        value={choices.dates}
        choose={(dates) => choose({ dates })}
        hint={`Every date that is written: ${printDay(today())}. Typed, 5/12 is ${choices.dates === 'dayFirst' ? '5 December' : '12 May'}.`}
      />
      <SelectField
        label="A week begins on"
        options={[
          ['monday', 'Monday'],
          ['saturday', 'Saturday'],
          ['sunday', 'Sunday'],
        ]}
        value={choices.weekStart}
        choose={(weekStart) => choose({ weekStart })}
        hint="Calendars, and what counts as this week."
      />
      <SelectField
        label="Body mass"
        options={[
          ['kg', 'kg'],
          ['lb', 'lb'],
        ]}
        value={choices.mass}
        choose={(mass) => choose({ mass })}
        hint="Where it is typed and shown. Watts a kilogram stay as they are."
      />
      <SelectField
        label="Distances"
        options={[
          ['km', 'km'],
          ['miles', 'miles'],
        ]}
        value={choices.distance}
        choose={(distance) => choose({ distance })}
        hint="Goals and hills. Climbing stays in metres."
      />
    </Group>
  );
}

interface NewRidersProps extends Pick<Chosen, 'choose'> {
  readonly schemes: readonly Scheme[];
  readonly settings: Settings;
  readonly setScheme: (id: string) => void;
}

function NewRiders({ schemes, settings, choose, setScheme }: NewRidersProps) {
  const { choices } = settings;
  return (
    <Group title="Riders, tests and sums">
      <SelectField
        label="Zones of riders without a choice of their own"
        options={schemes
          .filter((scheme) => !isByHeart(scheme))
          .map(({ id, name }) => [id, name] as const)}
        value={settings.defaultSchemeId}
        choose={setScheme}
        hint="Their zones, cards and ladders, at once. Without a power meter they go by heart rate."
      />
      <NumberField
        needed
        whole
        label="Retest after, weeks"
        bounds={[RETEST_WEEKS_BOUNDS.low, RETEST_WEEKS_BOUNDS.high]}
        wrong={`From ${RETEST_WEEKS_BOUNDS.low} to ${RETEST_WEEKS_BOUNDS.high} weeks.`}
        value={choices.retestWeeks}
        set={(retestWeeks) => choose({ retestWeeks })}
        hint="Riders who are added from now on."
      />
      <SelectField
        label="The ramp is read by"
        options={[
          ['bestMinute', '75 % of the best minute'],
          ['lastStage', '85 % of the last full stage'],
        ]}
        value={choices.rampSchool}
        choose={(rampSchool) => choose({ rampSchool })}
        hint="Which of the two ramps is proposed. Both readings are shown of either."
      />
      <SelectField
        label="The paced test is"
        options={[
          ['opener', 'twenty minutes behind an opener'],
          ['straight', 'thirty minutes straight'],
        ]}
        value={choices.pacedSchool}
        choose={(pacedSchool) => choose({ pacedSchool })}
        hint="Which is proposed to a rider who knows how to pace."
      />
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
      <p className="soft mb-0">
        Bands are looked at and made among <Link to="/schemes">the schemes</Link>.
      </p>
    </Group>
  );
}

/** What the ride room says while somebody rides. */
function Riding({ choices, choose }: Chosen) {
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

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="sheet" aria-label={title}>
      <h2>{title}</h2>
      {children}
    </section>
  );
}

/** What is kept in this browser. */
function ThisDevice() {
  const dispatch = useAppDispatch();
  const stage = useStage();
  const { on } = useKeySettings();
  return (
    <Group title="This device">
      <SelectField<Stage>
        label="Light or dark"
        options={[
          ['system', 'same as the system'],
          ['light', 'light'],
          ['night', 'dark'],
        ]}
        value={stage}
        choose={chooseStage}
        hint="This browser only."
      />
      <Form.Check
        type="switch"
        id="single-keys"
        label="Single keys work outside fields"
        checked={on}
        onChange={({ target }) => changeKeys({ on: target.checked })}
      />
      <p className="soft">Off, a letter typed by accident does nothing. This browser only.</p>
      <Button variant="outline-secondary" onClick={() => dispatch(keysToggled(true))}>
        Every key, and which to change
      </Button>
    </Group>
  );
}
