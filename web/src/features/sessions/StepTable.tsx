import type { PlanProblem } from '@uphill/core/sessions';
import { COLUMN_NAMES } from './cells.ts';
import { RowButtons } from './RowButtons.tsx';
import { StepRow } from './StepRow.tsx';
import { type StepTableOf, useStepTable } from './useStepTable.ts';

interface Props extends StepTableOf {
  readonly problems: readonly PlanProblem[];
}

/** The session as a table, edited in place and wholly by keyboard. */
export function StepTable(props: Props) {
  const { rider, problems } = props;
  const { rows, columns, at, grid, go, act, commit, onKey } = useStepTable(props);
  const here = rows[at.row] ?? null;
  const grouped = columns.includes('group');
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
      <RowButtons here={here} empty={rows.length === 0} act={act} />
    </>
  );
}
