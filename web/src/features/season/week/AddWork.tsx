import { DAY_NAMES, OTHER_WORKS, type OtherWork, otherWork, plus } from '@uphill/core/season';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { today } from '../../../shared/dates.ts';
import { newId } from '../../../shared/newId.ts';
import { NumberField } from '../../../ui/NumberField.tsx';
import { SelectField } from '../../../ui/SelectField.tsx';
import type { SeasonInHand } from '../useSeason.ts';

interface Props {
  readonly monday: string;
  readonly inHand: SeasonInHand;
}

const WORDS: Readonly<Record<OtherWork, string>> = {
  ...{ group: 'Group ride', race: 'Race', free: 'Free ride', strength: 'Strength' },
  ...{ run: 'Run', swim: 'Swim', other: 'Other sport' },
};

/** Puts a group ride, strength, another sport or a free ride on a day of the week, by minutes and RPE. */
export function AddWork({ monday, inHand }: Props) {
  const [open, setOpen] = useState(false);
  const [kind, setKind] = useState<OtherWork>('group');
  const days = DAY_NAMES.map((name, day) => [plus(monday, day), name] as const).filter(
    ([date]) => date >= today(),
  );
  const [date, setDate] = useState(days[0]?.[0] ?? monday);
  const [minutes, setMinutes] = useState(60);
  const [rpe, setRpe] = useState(5);
  if (days.length === 0) return null;
  if (!open)
    return (
      <Button size="sm" variant="outline-secondary" onClick={() => setOpen(true)}>
        Add a group ride, strength, another sport
      </Button>
    );
  const add = async (): Promise<void> => {
    const plan = otherWork(kind, { name: WORDS[kind], minutes, rpe }, newId);
    const says = `${WORDS[kind]} on ${days.find(([day]) => day === date)?.[1] ?? ''}.`;
    if (await inHand.send('changed', [{ kind: 'place', date, plan }], says)) setOpen(false);
  };
  return (
    <form
      className="rise-form"
      aria-label="Other work"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <SelectField
        label="What"
        options={OTHER_WORKS.map((each) => [each, WORDS[each]] as const)}
        value={kind}
        choose={setKind}
      />
      <SelectField label="Day" options={days} value={date} choose={setDate} />
      <NumberField
        needed
        whole
        label="Minutes"
        bounds={[1, 1440]}
        wrong="From 1 to 1,440 minutes."
        value={minutes}
        set={setMinutes}
      />
      <NumberField
        needed
        whole
        label="RPE"
        bounds={[1, 10]}
        wrong="From 1 to 10."
        value={rpe}
        set={setRpe}
      />
      <Button type="submit">Add it</Button>
      <Button variant="link" onClick={() => setOpen(false)}>
        Cancel
      </Button>
    </form>
  );
}
