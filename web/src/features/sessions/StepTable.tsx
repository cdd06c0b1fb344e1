import {
  type Plan,
  type PlanProblem,
  type RiderOnDay,
  type Row,
  rowsOf,
} from '@uphill/core/sessions';
import { Copy, FolderOpen, Minus, Plus, Repeat, Trash2 } from 'lucide-react';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { hillsApi } from '../../shared/api/hills.ts';
import { COLUMN_NAMES, COLUMNS, type Column, commitCell, setOf } from './cells.ts';
import type { EditPlan } from './draftSlice.ts';
import { actOnRow, type RowAction } from './rowActions.ts';
import { StepRow } from './StepRow.tsx';

interface Props {
  readonly plan: Plan;
  readonly rider: RiderOnDay;
  readonly problems: readonly PlanProblem[];
  readonly edit: EditPlan;
  /** The step chosen, here or on the road. */
  readonly row: string | null;
  readonly setRow: (stepId: string | null) => void;
}

/** The column the keyboard stands in, and whether the cell is being edited; the row is the step chosen. */
interface Place {
  readonly column: Column;
  readonly editing: boolean;
}

const NO_HILLS: never[] = [];

/** The session as a table, edited in place and wholly by keyboard. */
export function StepTable({ plan, rider, problems, edit, row: chosen, setRow }: Props) {
  const rows = useMemo(() => rowsOf(plan), [plan]);
  const { data: hills = NO_HILLS } = hillsApi.useHillsQuery();
  const [place, setPlace] = useState<Place>({ column: 'time', editing: false });
  const grid = useRef<HTMLTableElement>(null);
  const takeFocus = useRef(false);

  const grouped = rows.some((row) => setOf(row, 'group') !== null);
  const columns = COLUMNS.filter(
    (column) =>
      (column !== 'group' || grouped) &&
      (column !== 'watts' || rider.ftpW !== null || !rider.hasPower),
  );
  const at = {
    row: Math.max(
      0,
      rows.findIndex(({ step }) => step.id === chosen),
    ),
    ...place,
  };
  const here = rows[at.row] ?? null;

  useEffect(() => {
    if (!takeFocus.current || at.editing) return;
    takeFocus.current = false;
    cellElement(grid.current, rows, at.row, at.column)?.focus();
  });

  const go = (row: number, column: Column, editing = false): void => {
    takeFocus.current = !editing;
    setPlace({ column, editing });
    setRow(rows[Math.max(0, Math.min(rows.length - 1, row))]?.step.id ?? null);
  };
  const aside = (by: number): Column =>
    columns[Math.max(0, Math.min(columns.length - 1, columns.indexOf(at.column) + by))] ??
    at.column;

  const act = (action: RowAction): void => {
    const done = actOnRow(plan, rows, at.row, action);
    if (!done) return;
    edit(done.plan, done.name);
    takeFocus.current = true;
    setPlace({ ...place, editing: false });
    if (done.goTo) setRow(done.goTo);
  };

  const commit = (
    row: Row,
    column: Column,
    typed: string,
    then: 'stay' | 'next' | 'previous' | 'leave',
  ): void => {
    const done = commitCell(plan, row, column, typed, hills);
    if (done) edit(done.plan, done.name);
    if (then === 'leave') setPlace({ ...place, editing: false });
    else go(at.row, then === 'stay' ? at.column : aside(then === 'next' ? 1 : -1));
  };

  const onKey = (event: KeyboardEvent): void => {
    if (at.editing || event.ctrlKey || event.metaKey) return;
    const action = actionOfKey(event);
    const moves: Record<string, () => void> = {
      ArrowUp: () => go(at.row - 1, at.column),
      ArrowDown: () => go(at.row + 1, at.column),
      ArrowLeft: () => go(at.row, aside(-1)),
      ArrowRight: () => go(at.row, aside(1)),
      Home: () => go(at.row, columns[0] ?? at.column),
      End: () => go(at.row, columns.at(-1) ?? at.column),
    };
    const editable = at.column !== 'watts';
    if (action) act(action);
    else if (moves[event.key]) moves[event.key]?.();
    else if (editable && (event.key === 'Enter' || event.key === 'F2')) go(at.row, at.column, true);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  useEffect(() => {
    const onTable = (event: globalThis.KeyboardEvent): void => {
      if (event.key.toLowerCase() !== 'b' || event.ctrlKey || event.metaKey || event.altKey) return;
      if (
        event.target instanceof HTMLElement &&
        /^(?:INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName)
      )
        return;
      takeFocus.current = true;
      setPlace((now) => ({ ...now }));
    };
    window.addEventListener('keydown', onTable);
    return () => window.removeEventListener('keydown', onTable);
  }, []);

  return (
    <>
      <div className="table-scroll">
        <table
          ref={grid}
          role="grid"
          className="steps"
          aria-label="Steps of the session"
          onKeyDown={onKey}
        >
          <thead>
            <tr>
              {columns
                .filter((column) => column !== 'group')
                .map((column) => (
                  <th key={column} scope="col" colSpan={column === 'reps' && grouped ? 2 : 1}>
                    {column === 'watts' && !rider.hasPower
                      ? `For ${rider.firstName}`
                      : COLUMN_NAMES[column]}
                  </th>
                ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, index) => (
              <StepRow
                key={row.step.id}
                rows={rows}
                index={index}
                columns={columns}
                rider={rider}
                problems={problems}
                here={at.row === index ? at.column : null}
                editing={at.row === index && at.editing}
                chosen={here?.step.id === row.step.id}
                go={go}
                commit={commit}
                cancel={() => go(at.row, at.column)}
              />
            ))}
          </tbody>
        </table>
        {rows.length === 0 && (
          <p className="soft my-3">
            No steps yet. Add the first one; the table then works from the keyboard.
          </p>
        )}
      </div>
      <div className="row-actions" role="toolbar" aria-label="The chosen row">
        <Button size="sm" variant="outline-secondary" onClick={() => act('insert')}>
          <Plus size={14} aria-hidden /> {rows.length === 0 ? 'Add a step' : 'Step below'}
        </Button>
        {here && (
          <>
            <RowButton
              icon={Copy}
              name="Duplicate"
              act={() => act('duplicate')}
              disabled={here.restOf !== null}
            />
            <RowButton icon={Trash2} name="Remove" act={() => act('remove')} />
            <RowButton icon={Repeat} name="Make a set" act={() => act('makeSet')} />
            {here.sets.length > 0 && (
              <>
                <RowButton icon={FolderOpen} name="Open the set" act={() => act('openSet')} />
                <RowButton icon={Plus} name="Rep more" act={() => act('more')} />
                <RowButton icon={Minus} name="Rep fewer" act={() => act('fewer')} />
              </>
            )}
          </>
        )}
      </div>
    </>
  );
}

function RowButton({
  icon: Icon,
  name,
  act,
  disabled = false,
}: {
  icon: typeof Plus;
  name: string;
  act: () => void;
  disabled?: boolean;
}) {
  return (
    <Button size="sm" variant="outline-secondary" onClick={act} disabled={disabled}>
      <Icon size={14} aria-hidden /> {name}
    </Button>
  );
}

/** What a key means for the row, if anything. Shift and the letter opens what the letter makes. */
function actionOfKey(event: KeyboardEvent): RowAction | null {
  if (event.altKey) {
    if (event.key === 'ArrowUp') return 'up';
    if (event.key === 'ArrowDown') return 'down';
    return null;
  }
  if (event.key === 'O' || (event.key === 'o' && event.shiftKey)) return 'openSet';
  const keys: Record<string, RowAction> = {
    i: 'insert',
    d: 'duplicate',
    Delete: 'remove',
    o: 'makeSet',
    '+': 'more',
    '=': 'more',
    '-': 'fewer',
    '−': 'fewer',
  };
  return keys[event.key] ?? null;
}

/** The element to focus for a cell; a count cell that spans rows stands in the first of them. */
function cellElement(
  grid: HTMLTableElement | null,
  rows: readonly Row[],
  row: number,
  column: Column,
): HTMLElement | null {
  let from = row;
  if (column === 'group' || column === 'reps') {
    const set = rows[row] && setOf(rows[row], column);
    if (set)
      while (from > 0 && rows[from - 1] && setOf(rows[from - 1] as Row, column)?.id === set.id)
        from -= 1;
  }
  const cell = grid?.querySelector<HTMLElement>(`[data-cell="${from}.${column}"]`) ?? null;
  return cell?.querySelector<HTMLElement>('.figure') ?? cell;
}
