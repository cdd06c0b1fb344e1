import {
  askedOf,
  beatsWorking,
  effortsOf,
  type PlanProblem,
  printAsked,
  type RiderOnDay,
  ROLES,
  type Row,
  secondsOf,
  wattsWorking,
} from '@uphill/core/sessions';
import type { Effort } from '@uphill/core/units';
import { Figure } from '../../ui/Figure.tsx';
import { Stone } from '../../ui/Stone.tsx';
import { CellEditor } from './CellEditor.tsx';
import {
  type Column,
  COLUMN_NAMES,
  MOST_SIGNS,
  ROLE_NAMES,
  setOf,
  stepName,
  textOf,
} from './cells.ts';

interface Props {
  readonly rows: readonly Row[];
  readonly index: number;
  readonly columns: readonly Column[];
  readonly rider: RiderOnDay;
  readonly problems: readonly PlanProblem[];
  /** Column the keyboard stands in, where it stands in this row. */
  readonly here: Column | null;
  readonly editing: boolean;
  readonly chosen: boolean;
  readonly go: (row: number, column: Column, editing?: boolean) => void;
  readonly commit: (
    row: Row,
    column: Column,
    typed: string,
    then: 'stay' | 'next' | 'previous' | 'leave',
  ) => void;
  readonly cancel: () => void;
}

/** One step of the session in its table. */
export function StepRow({
  rows,
  index,
  columns,
  rider,
  problems,
  here,
  editing,
  chosen,
  go,
  commit,
  cancel,
}: Props) {
  const row = rows[index] as Row;
  return (
    <tr
      className={`${row.sets.length > 0 ? 'in-set' : ''}${chosen ? ' chosen' : ''}`}
      aria-selected={chosen}
    >
      {columns.map((column) => {
        const span = spanOf(rows, index, column);
        if (span === 0) return null;
        const wrong = problemOf(row, column, problems);
        const current = here === column;
        return (
          <td
            key={column}
            role="gridcell"
            rowSpan={span}
            data-cell={`${index}.${column}`}
            className={`cell-${column}${current ? ' cell-here' : ''}`}
            tabIndex={current && column !== 'watts' ? 0 : -1}
            aria-invalid={wrong !== null}
            aria-describedby={
              wrong ? `problem-${wrong.itemId ?? 'session'}-${wrong.field}` : undefined
            }
            aria-readonly={column === 'watts'}
            onClick={() => go(index, column)}
            onDoubleClick={() => column !== 'watts' && go(index, column, true)}
          >
            {editing && here === column ? (
              <CellEditor
                value={textOf(row, column, rider.zones?.own.id)}
                label={`${COLUMN_NAMES[column]}, row ${index + 1}`}
                options={column === 'step' ? optionsOf(row) : null}
                most={MOST_SIGNS[column] ?? MOST_SIGNS.else}
                commit={(typed, then) => commit(row, column, typed, then)}
                cancel={cancel}
              />
            ) : (
              <CellContent row={row} column={column} rider={rider} />
            )}
          </td>
        );
      })}
    </tr>
  );
}

function CellContent({ row, column, rider }: { row: Row; column: Column; rider: RiderOnDay }) {
  const { step } = row;
  switch (column) {
    case 'group':
    case 'reps':
      return setOf(row, column) ? <Stone small>{textOf(row, column)}×</Stone> : null;
    case 'step':
      return stepName(row);
    case 'watts':
      return <Watts row={row} rider={rider} />;
    case 'target': {
      const effort = step.target.kind === 'steady' ? step.target.effort : null;
      const counts = effort && askedOf(effort, rider, secondsOf(step, rider))?.counts;
      return (
        <>
          {textOf(row, column, rider.zones?.own.id)}
          {counts && <span className="soft small d-block">{counts}</span>}
        </>
      );
    }
    case 'cadence':
      return textOf(row, column) || <span className="soft">free</span>;
    default:
      return textOf(row, column);
  }
}

function Watts({ row: { step }, rider }: { row: Row; rider: RiderOnDay }) {
  const seconds = secondsOf(step, rider);
  return effortsOf(step.target).map((effort, index) => {
    const working = rider.hasPower
      ? wattsWorking(effort, rider, seconds)
      : beatsWorking(effort, rider, seconds);
    return (
      <span key={index}>
        {index > 0 && ' → '}
        {working ? (
          <Figure working={working} label={`Watts of ${ROLE_NAMES[step.role]}`}>
            {rider.hasPower ? working.value : `${working.value} bpm`}
          </Figure>
        ) : (
          <span className="soft">
            {effort.kind === 'unread' ? '?' : byEffort(effort, rider, seconds)}
          </span>
        )}
      </span>
    );
  });
}

/** Without watts and beats: RPE, where there is no power meter; else it is ridden by feel. */
function byEffort(effort: Effort, rider: RiderOnDay, seconds: number): string {
  const asked = rider.hasPower || effort.kind === 'max' ? null : askedOf(effort, rider, seconds);
  return asked ? printAsked(asked) : 'by feel';
}

function optionsOf(row: Row): readonly (readonly [string, string])[] {
  if (row.restOf) {
    return [
      ['between', 'Easy between'],
      ['afterEach', 'Easy after each'],
    ];
  }
  return ROLES.map((role) => [role, ROLE_NAMES[role]] as const);
}

/** How many rows a cell spans: a set's count stands once for all of them; 0 where it stands further up. */
function spanOf(rows: readonly Row[], index: number, column: Column): number {
  if (column !== 'group' && column !== 'reps') return 1;
  const row = rows[index];
  const set = row && setOf(row, column);
  if (!set) return 1;
  const same = (other: Row | undefined): boolean =>
    other !== undefined && setOf(other, column)?.id === set.id;
  if (same(rows[index - 1])) return 0;
  let span = 1;
  while (same(rows[index + span])) span += 1;
  return span;
}

function problemOf(row: Row, column: Column, problems: readonly PlanProblem[]): PlanProblem | null {
  if (column === 'group' || column === 'reps') {
    const set = setOf(row, column);
    return (
      problems.find(
        ({ itemId, field }) => field === 'reps' && itemId === set?.id && set !== null,
      ) ?? null
    );
  }
  return problems.find(({ itemId, field }) => itemId === row.step.id && field === column) ?? null;
}
