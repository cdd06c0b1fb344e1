import type { Rider, Season } from '@uphill/api';
import { RULES, type RuleId, type SeasonSettings } from '@uphill/core/season';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { seasonApi } from '../../shared/api/season.ts';
import { today } from '../../shared/dates.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { FormNote } from '../../ui/FormNote.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { NumberPart } from '../../ui/NumberPart.tsx';
import { Part } from '../../ui/Part.tsx';
import { useStoredForm } from '../../ui/useStoredForm.ts';
import { ProblemNote } from '../../ui/messages.tsx';

interface Props {
  readonly rider: Rider;
  readonly settings: Season['rider']['settings'];
  readonly typedBase: Season['typedBase'];
}

type Figure =
  | 'restDays'
  | 'loadWeeks'
  | 'longRide'
  | 'onGoal'
  | 'easyWeek'
  | 'beforeReps'
  | 'taperReserve'
  | 'painLimit';

/** Figures a coach argues with most, with their ranges. */
const FIGURES: readonly (readonly [Figure, string, readonly [number, number]])[] = [
  ['restDays', 'Rest days a week', [1, 3]],
  ['loadWeeks', 'Load weeks in a row', [2, 4]],
  ['longRide', 'Long ride, times 28 days', [1.1, 1.3]],
  ['onGoal', 'On goal within, points', [6, 30]],
  ['easyWeek', 'Easy week, % of a load week', [50, 70]],
  ['beforeReps', 'Endurance before reps, min', [0, 90]],
  ['taperReserve', 'Reserve after a taper, % of base', [10, 30]],
  ['painLimit', 'Pain over which it is a rung back', [2, 5]],
];

/** Which rules of spacing are asked of this rider, their figures, and a base that the coach knows. */
export function SeasonRules({ rider, settings, typedBase }: Props) {
  const [change] = seasonApi.useChangeSeasonSettingsMutation();
  const { act, problem } = useAct();
  const set = async (over: Partial<SeasonSettings>): Promise<boolean> => {
    const request = { riderId: rider.id, version: rider.version, settings: over };
    return (await act(() => change(request), 'The rules are changed.')) !== undefined;
  };
  const toggle = (id: RuleId): void =>
    void set({
      off: settings.off.includes(id)
        ? settings.off.filter((other) => other !== id)
        : [...settings.off, id],
    });
  return (
    <details className="sheet">
      <summary>Rules and base of {firstName(rider.name)}</summary>
      <ProblemNote problem={problem} />
      <fieldset className="mt-2">
        <legend className="form-label">Rules that are asked</legend>
        {RULES.map(({ id, name, reason }) => (
          <Form.Check
            key={id}
            id={`rule-${id}`}
            label={name}
            title={reason}
            checked={id === 'cleared' || !settings.off.includes(id)}
            disabled={id === 'cleared'}
            onChange={() => toggle(id)}
          />
        ))}
      </fieldset>
      <Figures settings={settings} set={set} />
      <TypedBase rider={rider} typedBase={typedBase} />
    </details>
  );
}

type Typed = Pick<SeasonSettings, Figure | 'illOneIn'>;

interface FiguresProps extends Pick<Props, 'settings'> {
  readonly set: (over: Partial<SeasonSettings>) => Promise<boolean>;
}

function Figures({ settings, set }: FiguresProps) {
  const stored = Object.fromEntries(
    [...FIGURES.map(([name]) => name), 'illOneIn' as const].map((name) => [name, settings[name]]),
  ) as Typed;
  const { form, keep, theirs } = useStoredForm<Typed>(stored);
  const { isDirty, dirtyFields } = form.formState;
  const save = async (typed: Typed): Promise<void> => {
    const names = Object.keys(dirtyFields) as (keyof Typed)[];
    if (await set(Object.fromEntries(names.map((name) => [name, typed[name]])))) keep(typed);
  };
  return (
    <form className="mt-2" onSubmit={(event) => void form.handleSubmit(save)(event)}>
      {FIGURES.map(([name, label, bounds]) => (
        <Part key={name} of={form.control} name={name}>
          {(value, change) => (
            <NumberField
              needed
              label={label}
              bounds={bounds}
              wrong={`From ${bounds[0]} to ${bounds[1]}.`}
              value={value}
              set={change}
            />
          )}
        </Part>
      ))}
      <NumberPart
        of={form.control}
        name="illOneIn"
        whole
        label="If things go wrong, ill from any day with a chance of 1 in"
        hint="left empty: no illness"
        bounds={[60, 3650]}
        wrong="From 60 to 3,650."
      />
      <Button type="submit" variant="outline-secondary" disabled={!isDirty}>
        Save the figures
      </Button>
      <FormNote problem={null} theirs={theirs} />
    </form>
  );
}

function TypedBase({ rider, typedBase }: Pick<Props, 'rider' | 'typedBase'>) {
  const [change] = seasonApi.useChangeSeasonSettingsMutation();
  const { act, problem } = useAct();
  const { form, keep, theirs } = useStoredForm({ points: typedBase?.points ?? null });
  const save = async ({ points }: { points: number | null }): Promise<void> => {
    const base = points === null ? null : { points, on: today() };
    const done = await act(
      () => change({ riderId: rider.id, version: rider.version, base }),
      points === null ? 'The base comes from rides again.' : 'The base is set as of this evening.',
    );
    if (done !== undefined) keep({ points });
  };
  return (
    <form className="mt-2" onSubmit={(event) => void form.handleSubmit(save)(event)}>
      <NumberPart
        of={form.control}
        name="points"
        label="Base that you know, points"
        hint="left empty: from rides"
        bounds={[0, 300]}
        wrong="From 0 to 300 points."
      />
      <Button type="submit" variant="outline-secondary" disabled={!form.formState.isDirty}>
        Save the base
      </Button>
      <FormNote problem={problem} theirs={theirs} />
    </form>
  );
}
