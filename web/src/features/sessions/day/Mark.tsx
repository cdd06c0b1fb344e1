import type { Day } from '@uphill/api';
import { REASONS } from '@uphill/core/season';
import { RPE_WORDS } from '@uphill/core/units';
import { useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import ButtonGroup from 'react-bootstrap/ButtonGroup';
import { useWatch } from 'react-hook-form';
import { useStoredForm } from '../../../ui/useStoredForm.ts';
import { daysApi } from '../../../shared/api/days.ts';
import { printDay, today } from '../../../shared/dates.ts';
import { useAct } from '../../../shared/useAct.ts';
import { ProblemNote } from '../../../ui/messages.tsx';
import { Part } from '../../../ui/Part.tsx';
import { SelectField } from '../../../ui/SelectField.tsx';
import { TextField } from '../../../ui/TextField.tsx';
import { tooLong } from '../../../ui/tooLong.ts';
import { STATE_MARKS } from '../../../shared/dayStates.ts';

const LONGEST_NOTE = 2000;

/** How the day went: done, shortened or missed, how hard it felt, and a note. */
export function Mark({ day }: { day: Day }) {
  const [change, { isLoading }] = daysApi.useChangeDayMutation();
  const { act, problem } = useAct();
  const { form, keep } = useStoredForm({
    rpe: day.rpe,
    note: day.note,
    reason: day.reason,
  });
  const [asking, setAsking] = useState<Day['state'] | null>(null);
  const title = useRef<HTMLHeadingElement>(null);
  const long = tooLong(useWatch({ control: form.control, name: 'note' }), LONGEST_NOTE);

  const mark = async (state: Day['state']): Promise<void> => {
    setAsking(null);
    const words = state === 'planned' ? 'Back to planned.' : `Marked ${STATE_MARKS[state].word}.`;
    const { rpe, note, reason } = form.getValues();
    const kept = state === 'missed' || state === 'planned' ? null : rpe;
    const why = state === 'planned' ? null : reason;
    const marked = { id: day.id, version: day.version, state, rpe: kept, note, reason: why };
    if (!(await act(() => change(marked), words))) return;
    keep({ rpe: kept, note, reason: why });
    // The buttons make way for others: whoever works by keyboard stays where they were.
    title.current?.focus({ preventScroll: true });
  };
  /** A day to come is marked only when it is meant. */
  const ask = (state: Day['state']): void =>
    day.date > today() ? setAsking(state) : void mark(state);
  return (
    <section className="sheet mb-3 mark" aria-labelledby="mark-title">
      <h2 id="mark-title" ref={title} tabIndex={-1}>
        {day.state === 'planned' ? 'How it went' : `Marked ${STATE_MARKS[day.state].word}`}
      </h2>
      <ProblemNote problem={problem} />
      <Part of={form.control} name="rpe">
        {(rpe, choose) => <Rpe rpe={rpe} choose={choose} />}
      </Part>
      <Part of={form.control} name="reason">
        {(reason, choose) => (
          <SelectField
            label="Why, where it did not go as asked"
            options={[
              ['', 'No reason given'],
              ...REASONS.map((each) => [each, capital(each)] as const),
            ]}
            value={reason ?? ''}
            choose={(next) => choose(next === '' ? null : next)}
          />
        )}
      </Part>
      <TextField of={form.control} name="note" label="Note" rows={2} error={long} />
      {asking !== null && (
        <StillToCome
          day={day}
          asking={asking}
          busy={isLoading}
          mark={() => void mark(asking)}
          cancel={() => setAsking(null)}
        />
      )}
      {asking === null && day.state === 'planned' && (
        <States day={day} shut={isLoading || long !== undefined} ask={ask} />
      )}
      {asking === null && day.state !== 'planned' && (
        <div className="d-flex gap-2">
          <Button
            disabled={!form.formState.isDirty || isLoading || long !== undefined}
            onClick={() => void mark(day.state)}
          >
            Save
          </Button>
          <Button
            variant="outline-secondary"
            disabled={isLoading}
            onClick={() => void mark('planned')}
          >
            Back to planned
          </Button>
        </div>
      )}
    </section>
  );
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

interface StillToComeProps {
  readonly day: Day;
  readonly asking: Day['state'];
  readonly busy: boolean;
  readonly mark: () => void;
  readonly cancel: () => void;
}

/** Asks before a day to come is marked. */
function StillToCome({ day, asking, busy, mark, cancel }: StillToComeProps) {
  const { word } = STATE_MARKS[asking];
  return (
    <div role="group" aria-label="Still to come">
      <p className="mb-2">
        {printDay(day.date)} is still to come. Mark it {word} all the same?
      </p>
      <Button autoFocus disabled={busy} className="me-2" onClick={mark}>
        Yes, mark it {word}
      </Button>
      <Button variant="outline-secondary" onClick={cancel}>
        Cancel
      </Button>
    </div>
  );
}

interface StatesProps {
  readonly day: Day;
  readonly shut: boolean;
  readonly ask: (state: Day['state']) => void;
}

/** The three ways a day can have gone. */
function States({ day, shut, ask }: StatesProps) {
  return (
    <>
      <ButtonGroup className="mark-buttons">
        <Button disabled={shut} onClick={() => ask('done')}>
          Mark as done
        </Button>
        <Button disabled={shut} variant="outline-secondary" onClick={() => ask('shortened')}>
          Shortened
        </Button>
        <Button disabled={shut} variant="outline-secondary" onClick={() => ask('missed')}>
          Missed
        </Button>
      </ButtonGroup>
      {day.date > today() && (
        <p className="soft small mt-2 mb-0">The day is still to come: {printDay(day.date)}.</p>
      )}
    </>
  );
}

/** How hard the whole session felt, in buttons with words. */
function Rpe({ rpe, choose }: { rpe: number | null; choose: (rpe: number | null) => void }) {
  return (
    <fieldset className="mb-3">
      <legend className="form-label">RPE, the whole session</legend>
      <div className="rpe">
        {RPE_WORDS.map((words, index) => (
          <button
            key={words}
            type="button"
            aria-pressed={rpe === index + 1}
            className={rpe === index + 1 ? 'rpe-chosen' : ''}
            onClick={() => choose(rpe === index + 1 ? null : index + 1)}
          >
            <strong>{index + 1}</strong> <span>{words}</span>
          </button>
        ))}
      </div>
    </fieldset>
  );
}
