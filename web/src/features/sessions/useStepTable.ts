import { type Plan, type RiderOnDay, type Row, rowsOf, zonesOf } from '@uphill/core/sessions';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { hillsApi } from '../../shared/api/hills.ts';
import { isKey } from '../../shared/keys/press.ts';
import { useKey } from '../../shared/keys/useKey.ts';
import { COLUMNS, type Column, commitCell, setOf } from './cells.ts';
import type { EditPlan } from './draftSlice.ts';
import { actOnRow, type RowAction } from './rowActions.ts';

/** The column the keyboard stands in, and whether the cell is being edited; the row is the step chosen. */
interface Place {
  readonly column: Column;
  readonly editing: boolean;
}

export interface StepTableOf {
  readonly plan: Plan;
  readonly rider: RiderOnDay;
  readonly edit: EditPlan;
  /** The step chosen, here or on the road. */
  readonly row: string | null;
  readonly setRow: (stepId: string | null) => void;
}

const NO_HILLS: never[] = [];

/** What the table of steps does: cells are edited in place, rows acted on, all of it by keyboard. */
export function useStepTable({ plan, rider, edit, row, setRow }: StepTableOf) {
  const rows = useMemo(() => rowsOf(plan), [plan]);
  const { data: hills = NO_HILLS } = hillsApi.useHillsQuery();
  const columns = columnsOf(rows, rider);
  const place = usePlace(rows, columns, row, setRow);
  const { at, go, aside, leaveCell, takeFocus } = place;

  const act = (action: RowAction): void => {
    const done = actOnRow(plan, rows, at.row, action);
    if (!done) return;
    edit(done.plan, done.name);
    takeFocus();
    if (done.goTo) setRow(done.goTo);
  };

  const commit = (
    changed: Row,
    column: Column,
    typed: string,
    then: 'stay' | 'next' | 'previous' | 'leave',
  ): void => {
    const done = commitCell(plan, changed, column, typed, { hills, ...zonesOf(rider) });
    if (done) edit(done.plan, done.name);
    if (then === 'leave') leaveCell();
    else go(at.row, then === 'stay' ? at.column : aside(then === 'next' ? 1 : -1));
  };

  const onKey = (event: KeyboardEvent): void => {
    if (at.editing || event.ctrlKey || event.metaKey) return;
    const action = ROW_KEYS.find((each) => isKey(event, each));
    const move = movesOf(place, columns)[event.key];
    const edits = at.column !== 'watts' && (event.key === 'Enter' || event.key === 'F2');
    if (action) act(action);
    else if (move) move();
    else if (edits) go(at.row, at.column, true);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return { rows, columns, at, grid: place.grid, go, act, commit, onKey };
}

/** The columns that say something: of groups where there are any, of watts where the rider has them. */
function columnsOf(rows: readonly Row[], rider: RiderOnDay): readonly Column[] {
  const grouped = rows.some((row) => setOf(row, 'group') !== null);
  return COLUMNS.filter(
    (column) =>
      (column !== 'group' || grouped) &&
      (column !== 'watts' || rider.ftpW !== null || !rider.hasPower),
  );
}

/** Where the keyboard stands in the table, with the focus there. */
function usePlace(
  rows: readonly Row[],
  columns: readonly Column[],
  chosen: string | null,
  setRow: (stepId: string | null) => void,
) {
  const [place, setPlace] = useState<Place>({ column: 'time', editing: false });
  const grid = useRef<HTMLTableElement>(null);
  const wanted = useRef(false);
  const row = rows.findIndex(({ step }) => step.id === chosen);
  const at = { row: Math.max(0, row), ...place };
  useEffect(() => {
    if (!wanted.current || at.editing) return;
    wanted.current = false;
    cellElement(grid.current, rows, at.row, at.column)?.focus();
  });
  const takeFocus = (): void => {
    wanted.current = true;
    setPlace((now) => ({ ...now, editing: false }));
  };
  useKey('table', takeFocus);
  return {
    at,
    grid,
    takeFocus,
    leaveCell: () => setPlace({ ...place, editing: false }),
    go: (to: number, column: Column, editing = false): void => {
      wanted.current = !editing;
      setPlace({ column, editing });
      setRow(rows[Math.max(0, Math.min(rows.length - 1, to))]?.step.id ?? null);
    },
    aside: (by: number): Column =>
      columns[Math.max(0, Math.min(columns.length - 1, columns.indexOf(at.column) + by))] ??
      at.column,
  };
}

function movesOf(
  { at, go, aside }: ReturnType<typeof usePlace>,
  columns: readonly Column[],
): Partial<Record<string, () => void>> {
  return {
    ArrowUp: () => go(at.row - 1, at.column),
    ArrowDown: () => go(at.row + 1, at.column),
    ArrowLeft: () => go(at.row, aside(-1)),
    ArrowRight: () => go(at.row, aside(1)),
    Home: () => go(at.row, columns[0] ?? at.column),
    End: () => go(at.row, columns.at(-1) ?? at.column),
  };
}

const ROW_KEYS: readonly RowAction[] = [
  'insert',
  'duplicate',
  'remove',
  'makeSet',
  'openSet',
  'more',
  'fewer',
  'up',
  'down',
];

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
