import type { Rider, Season } from '@uphill/api';
import { RULES, type RuleId, type SeasonSettings } from '@uphill/core/season';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { seasonApi } from '../../shared/api/season.ts';
import { today } from '../../shared/dates.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { NumberField } from '../../ui/NumberField.tsx';
import { ProblemNote } from '../../ui/messages.tsx';

interface Props {
  readonly rider: Rider;
  readonly settings: Season['rider']['settings'];
  readonly typedBase: Season['typedBase'];
}

type Number =
  | 'restDays'
  | 'loadWeeks'
  | 'longRide'
  | 'onGoal'
  | 'easyWeek'
  | 'beforeReps'
  | 'taperReserve'
  | 'painLimit';

/** Figures a coach argues with most, with their ranges. */
const NUMBERS: readonly (readonly [Number, string, readonly [number, number]])[] = [
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
  const set = (over: Partial<SeasonSettings>): void =>
    void act(
      () => change({ riderId: rider.id, version: rider.version, settings: over }),
      'The rules are changed.',
    );
  const toggle = (id: RuleId): void =>
    set({
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
      <Figures key={rider.version} settings={settings} set={set} />
      <TypedBase key={typedBase?.points ?? 'none'} rider={rider} typedBase={typedBase} />
    </details>
  );
}

/** Left empty there is no illness. */
interface Chance {
  readonly illOneIn?: number | null;
}

function Figures({
  settings,
  set,
}: Pick<Props, 'settings'> & { readonly set: (over: Partial<SeasonSettings>) => void }) {
  const [typed, setTyped] = useState<Partial<Record<Number, number>> & Chance>({});
  return (
    <form
      className="mt-2"
      onSubmit={(event) => {
        event.preventDefault();
        set(typed);
      }}
    >
      {NUMBERS.map(([name, label, bounds]) => (
        <NumberField
          key={name}
          needed
          label={label}
          bounds={bounds}
          wrong={`From ${bounds[0]} to ${bounds[1]}.`}
          value={typed[name] ?? settings[name]}
          set={(value) => setTyped({ ...typed, [name]: value })}
        />
      ))}
      <NumberField
        whole
        label="If things go wrong, ill from any day with a chance of 1 in"
        hint="left empty: no illness"
        bounds={[60, 3650]}
        wrong="From 60 to 3,650."
        value={typed.illOneIn === undefined ? settings.illOneIn : typed.illOneIn}
        set={(illOneIn) => setTyped({ ...typed, illOneIn })}
      />
      <Button type="submit" variant="outline-secondary" disabled={Object.keys(typed).length === 0}>
        Save the figures
      </Button>
    </form>
  );
}

function TypedBase({ rider, typedBase }: Pick<Props, 'rider' | 'typedBase'>) {
  const [change] = seasonApi.useChangeSeasonSettingsMutation();
  const { act, problem } = useAct();
  const [points, setPoints] = useState(typedBase?.points ?? null);
  const save = (): void =>
    void act(
      () =>
        change({
          ...{ riderId: rider.id, version: rider.version },
          base: points === null ? null : { points, on: today() },
        }),
      points === null ? 'The base comes from rides again.' : 'The base is set as of this evening.',
    );
  return (
    <form
      className="mt-2"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <NumberField
        label="Base that you know, points"
        hint="left empty: from rides"
        bounds={[0, 300]}
        wrong="From 0 to 300 points."
        value={points}
        set={setPoints}
      />
      <Button
        type="submit"
        variant="outline-secondary"
        disabled={points === (typedBase?.points ?? null)}
      >
        Save the base
      </Button>
      <ProblemNote problem={problem} />
    </form>
  );
}
