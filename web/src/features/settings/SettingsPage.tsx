import type { Choices, Settings, SettingsChange } from '@uphill/api';
import { RETEST_WEEKS_BOUNDS } from '@uphill/core/testing';
import { isByHeart, type Scheme } from '@uphill/core/zones';
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
import { Reading } from './Reading.tsx';
import { AboveFtpSums, Riding } from './Sums.tsx';
import { type Chosen, Group } from './Group.tsx';

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
        <AboveFtpSums choices={choices} choose={choose} />
        <Riding choices={choices} choose={choose} />
        <Reading choices={choices} choose={choose} />
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
    <Group title="Riders and tests">
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
      <p className="soft mb-0">
        Bands are looked at and made among <Link to="/schemes">the schemes</Link>.
      </p>
    </Group>
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
