import type { Placed } from '@uphill/api';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import ButtonGroup from 'react-bootstrap/ButtonGroup';
import Form from 'react-bootstrap/Form';
import { api } from '../../api/client.ts';
import { printDay, today } from '../../app/dates.ts';
import { useAct } from '../../app/useAct.ts';
import { Refused } from '../../ui/messages.tsx';
import { STATE_MARKS } from './states.ts';

const EFFORTS = [
  'hardly any',
  'very easy',
  'easy',
  'comfortable',
  'a little hard',
  'hard',
  'harder',
  'very hard',
  'nearly all',
  'all there was',
] as const;

/** What became of the day: done, shortened or missed, how hard it felt, and a note. */
export function Mark({ day }: { day: Placed }) {
  const [change, { isLoading }] = api.useChangeDayMutation();
  const { act, problem } = useAct();
  const [rpe, setRpe] = useState(day.rpe);
  const [note, setNote] = useState(day.note);

  const mark = (state: Placed['state']): void => {
    const words = state === 'planned' ? 'Planned again.' : `Marked ${STATE_MARKS[state].word}.`;
    void act(
      () =>
        change({
          id: day.id,
          version: day.version,
          state,
          rpe: state === 'missed' || state === 'planned' ? null : rpe,
          note,
        }),
      words,
    );
  };
  const typed = rpe !== day.rpe || note !== day.note;
  return (
    <section className="sheet mb-3 mark" aria-labelledby="mark-title">
      <h2 id="mark-title">
        {day.state === 'planned' ? 'What became of it' : `Marked ${STATE_MARKS[day.state].word}`}
      </h2>
      <Refused problem={problem} />
      <fieldset className="mb-3">
        <legend className="form-label">RPE, the whole session</legend>
        <div className="rpe">
          {EFFORTS.map((words, index) => (
            <button
              key={words}
              type="button"
              aria-pressed={rpe === index + 1}
              className={rpe === index + 1 ? 'rpe-chosen' : ''}
              onClick={() => setRpe(rpe === index + 1 ? null : index + 1)}
            >
              <strong>{index + 1}</strong> <span>{words}</span>
            </button>
          ))}
        </div>
      </fieldset>
      <Form.Group controlId="note" className="mb-3">
        <Form.Label>Note</Form.Label>
        <Form.Control
          as="textarea"
          rows={2}
          maxLength={2000}
          value={note}
          onChange={({ target }) => setNote(target.value)}
        />
      </Form.Group>
      {day.state === 'planned' ? (
        <>
          <ButtonGroup className="mark-buttons">
            <Button disabled={isLoading} onClick={() => mark('done')}>
              Mark as done
            </Button>
            <Button
              disabled={isLoading}
              variant="outline-secondary"
              onClick={() => mark('shortened')}
            >
              Shortened
            </Button>
            <Button disabled={isLoading} variant="outline-secondary" onClick={() => mark('missed')}>
              Missed
            </Button>
          </ButtonGroup>
          {day.date > today() && (
            <p className="soft small mt-2 mb-0">The day is still to come: {printDay(day.date)}.</p>
          )}
        </>
      ) : (
        <div className="d-flex gap-2">
          <Button disabled={!typed || isLoading} onClick={() => mark(day.state)}>
            Save
          </Button>
          <Button variant="outline-secondary" disabled={isLoading} onClick={() => mark('planned')}>
            Not yet: planned again
          </Button>
        </div>
      )}
    </section>
  );
}
