import { DAY_NAMES } from '@uphill/core/season';
import { availabilityChangeSchema, type Rider } from '@uphill/api';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { riderFileApi } from '../../shared/api/riderFile.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { NumberField } from '../../ui/NumberField.tsx';
import { ProblemNote } from '../../ui/messages.tsx';

/** What most riders with a working week have; the coach changes what is different. */
const USUAL: readonly { readonly hours: number; readonly fixedRest: boolean }[] = [
  { hours: 0, fixedRest: true },
  { hours: 1.5, fixedRest: false },
  { hours: 1.5, fixedRest: false },
  { hours: 1.5, fixedRest: false },
  { hours: 0, fixedRest: true },
  { hours: 3, fixedRest: false },
  { hours: 4, fixedRest: false },
];

/** Hours and fixed rest days, asked once where nobody has said them: a week cannot be filled without. */
export function HoursAsked({ rider }: { rider: Rider }) {
  const [days, setDays] = useState(USUAL);
  const [change] = riderFileApi.useChangeWeekMutation();
  const { act, problem } = useAct();
  const set = (day: number, over: Partial<(typeof USUAL)[number]>): void =>
    setDays(days.map((each, index) => (index === day ? { ...each, ...over } : each)));
  const save = (): void => {
    const read = availabilityChangeSchema.safeParse({ version: 0, days });
    if (read.success)
      void act(() => change({ riderId: rider.id, ...read.data }), 'The hours are saved.');
  };
  return (
    <section className="sheet mb-3" aria-labelledby="hours-asked-title">
      <h2 id="hours-asked-title">Which hours does {firstName(rider.name)} have?</h2>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        <div className="week-hours">
          {days.map(({ hours, fixedRest }, day) => (
            <div key={DAY_NAMES[day]}>
              <NumberField
                needed
                label={DAY_NAMES[day] as string}
                bounds={[0, 24]}
                wrong="From 0 to 24 h."
                value={hours}
                set={(next) => set(day, { hours: next })}
              />
              <Form.Check
                id={`asked-rest-${day}`}
                label={
                  <>
                    rest<span className="visually-hidden"> day, {DAY_NAMES[day]}</span>
                  </>
                }
                checked={fixedRest}
                onChange={({ target }) => set(day, { fixedRest: target.checked })}
              />
            </div>
          ))}
        </div>
        <Button type="submit">Save the hours</Button>
        <ProblemNote problem={problem} />
      </form>
    </section>
  );
}
