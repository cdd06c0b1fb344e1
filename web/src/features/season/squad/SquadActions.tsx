import type { PlanChange, SquadDone, SquadWeek } from '@uphill/api';
import { DAY_NAMES, daysFrom, plus } from '@uphill/core/season';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { seasonApi } from '../../../shared/api/season.ts';
import { today } from '../../../shared/dates.ts';
import { useKey } from '../../../shared/keys/useKey.ts';
import { useAct } from '../../../shared/useAct.ts';
import { ProblemNote } from '../../../ui/messages.tsx';

interface Props {
  readonly monday: string;
  /** The riders that are chosen. */
  readonly rows: SquadWeek;
  readonly clear: () => void;
}

/** One action on several riders: fill, hand over, move a day, write a note; each is one step back. */
export function SquadActions({ monday, rows, clear }: Props) {
  const [fill] = seasonApi.useFillSquadMutation();
  const [handOver] = seasonApi.useHandOverSquadMutation();
  const { act, problem } = useAct();
  const [done, setDone] = useState<SquadDone>([]);
  const [open, setOpen] = useState<'move' | 'note' | null>(null);
  const riderIds = rows.map(({ riderId }) => riderId);
  const none = rows.length === 0;
  const whom = rows.length === 1 ? (rows[0]?.name ?? '') : `${rows.length} riders`;
  const fillAll = async (): Promise<void> => {
    if (none) return;
    const answer = await act(
      () => fill({ monday, riderIds, way: 'longWeekend' }),
      `Filled for ${whom}.`,
    );
    setDone(answer ?? []);
  };
  const hand = async (): Promise<void> => {
    const answer = await act(() => handOver({ monday, riderIds }), `Handed over to ${whom}.`);
    setDone(answer ?? []);
  };
  useKey('fill', () => void fillAll());
  return (
    <section className="squad-actions no-print" aria-label="For the riders chosen">
      <span className="soft">{none ? 'Choose riders to do something for several.' : whom}</span>
      <Button variant="outline-secondary" disabled={none} onClick={() => void fillAll()}>
        Fill <kbd>F</kbd>
      </Button>
      <Button variant="outline-secondary" disabled={none} onClick={() => setOpen('move')}>
        Move a day
      </Button>
      <Button variant="outline-secondary" disabled={none} onClick={() => setOpen('note')}>
        Note
      </Button>
      <Button disabled={none} onClick={() => void hand()}>
        Hand over
      </Button>
      {!none && (
        <Button variant="link" onClick={clear}>
          Choose none
        </Button>
      )}
      <ProblemNote problem={problem} />
      {open === 'move' && !none && (
        <MoveDay monday={monday} rows={rows} close={() => setOpen(null)} />
      )}
      {open === 'note' && !none && (
        <NoteForm monday={monday} riderIds={riderIds} whom={whom} close={() => setOpen(null)} />
      )}
      {done.length > 0 && (
        <ul className="squad-done" aria-label="What was done">
          {done.map(({ riderId, name, says }) => (
            <li key={riderId}>
              <strong>{name}:</strong> {says}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** What stands on one day of each rider goes to another day; what is ridden or past stays. */
function MoveDay({ monday, rows, close }: Omit<Props, 'clear'> & { readonly close: () => void }) {
  const [changePlans] = seasonApi.useChangePlansMutation();
  const { act, problem } = useAct();
  const [from, setFrom] = useState(1);
  const [to, setTo] = useState(2);
  const riders = rows.flatMap(({ riderId, days }) => {
    const changes = (days[from]?.works ?? [])
      .filter(
        ({ fixture, ridden, state, version }) =>
          version > 0 && !fixture && !ridden && state === 'planned',
      )
      .map(({ id, version }): PlanChange => ({
        ...{ kind: 'move', id, version, date: plus(monday, to), first: false },
      }));
    return changes.length > 0 ? [{ riderId, changes }] : [];
  });
  const past = daysFrom(today(), plus(monday, to)) < 0;
  const move = async (): Promise<void> => {
    const says = `${DAY_NAMES[from] ?? ''} moved to ${DAY_NAMES[to] ?? ''} for ${riders.length} riders.`;
    if ((await act(() => changePlans({ did: 'moved', riders }), says)) !== undefined) close();
  };
  const choose = (label: string, value: number, set: (day: number) => void) => (
    <Form.Select
      className="w-auto"
      aria-label={label}
      value={value}
      onChange={({ target }) => set(Number(target.value))}
    >
      {DAY_NAMES.map((name, day) => (
        <option key={name} value={day}>
          {name}
        </option>
      ))}
    </Form.Select>
  );
  return (
    <div className="squad-form">
      Move what stands on {choose('From', from, setFrom)} to {choose('To', to, setTo)}
      <Button disabled={riders.length === 0 || from === to || past} onClick={() => void move()}>
        Move for {riders.length === 1 ? 'one rider' : `${riders.length} riders`}
      </Button>
      <Button variant="link" onClick={close}>
        Cancel
      </Button>
      {past && <span className="want">{DAY_NAMES[to]} is past.</span>}
      <ProblemNote problem={problem} />
    </div>
  );
}

function NoteForm({
  monday,
  riderIds,
  whom,
  close,
}: {
  readonly monday: string;
  readonly riderIds: string[];
  readonly whom: string;
  readonly close: () => void;
}) {
  const [write] = seasonApi.useNoteSquadMutation();
  const { act, problem } = useAct();
  const [note, setNote] = useState('');
  const save = async (): Promise<void> => {
    const says = `Noted for ${whom}.`;
    if ((await act(() => write({ monday, riderIds, note }), says)) !== undefined) close();
  };
  return (
    <form
      className="squad-form"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <Form.Control
        aria-label={`A line below the briefing of ${whom}`}
        placeholder="A line below the briefing"
        maxLength={300}
        value={note}
        onChange={({ target }) => setNote(target.value)}
      />
      <Button type="submit" disabled={note.trim() === ''}>
        Write it
      </Button>
      <Button variant="link" onClick={close}>
        Cancel
      </Button>
      <ProblemNote problem={problem} />
    </form>
  );
}
