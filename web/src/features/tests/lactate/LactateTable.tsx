import type { TestDayDraft } from '@uphill/api';
import { type LactateProblem, lactateSampleSchema } from '@uphill/core/testing';
import { numberTyped } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { ReasonForm } from '../../../ui/ReasonForm.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';

type Line = TestDayDraft['samples'][number];

const COLUMNS = [
  { id: 'stageW', label: 'W' },
  { id: 'mmol', label: 'mmol/L' },
  { id: 'bpm', label: 'bpm' },
  { id: 'rpe', label: 'RPE' },
] as const;

const MOST_LINES = 60;
const LONGEST_REASON = 200;

interface Props {
  readonly samples: readonly Line[];
  readonly ramp: TestDayDraft['ramp'];
  readonly problems: readonly LactateProblem[];
  readonly change: (samples: Line[]) => void;
}

/** The table typed as the blood comes in: a line a drop, at mid-stage or at its end; any can be struck out with its reason. */
export function LactateTable({ samples, ramp, problems, change }: Props) {
  return (
    <>
      {samples.length > 0 && (
        <WideTable of="Drops of blood" size="sm" className="lactate-table">
          <thead>
            <tr>
              {COLUMNS.map(({ id, label }) => (
                <th scope="col" key={id}>
                  {label}
                </th>
              ))}
              <th scope="col">Taken</th>
              <th scope="col">
                <span className="visually-hidden">Actions</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {samples.map((line, index) => (
              <SampleLine
                key={index}
                line={line}
                number={index + 1}
                said={problems.filter((problem) => problem.line === index)}
                set={(part) =>
                  change(samples.map((each) => (each === line ? { ...each, ...part } : each)))
                }
              />
            ))}
          </tbody>
        </WideTable>
      )}
      <AddLines samples={samples} ramp={ramp} change={change} />
    </>
  );
}

interface LineProps {
  readonly line: Line;
  readonly number: number;
  readonly said: readonly LactateProblem[];
  readonly set: (part: Partial<Line>) => void;
}

/** One drop of blood, with what is wrong with it. */
function SampleLine({ line, number, said, set }: LineProps) {
  const wrong = cellProblem(line);
  return (
    <tr className={line.struck === null ? undefined : 'struck'}>
      {COLUMNS.map(({ id, label }) => (
        <td key={id}>
          <Form.Control
            size="sm"
            inputMode="decimal"
            aria-label={`${label}, line ${number}`}
            aria-invalid={wrong?.field === id}
            isInvalid={wrong?.field === id}
            value={line[id]}
            onChange={({ target }) => set({ [id]: target.value })}
          />
        </td>
      ))}
      <td>
        <Form.Select
          size="sm"
          aria-label={`Taken, line ${number}`}
          value={line.at}
          onChange={({ target }) => set({ at: target.value as Line['at'] })}
        >
          <option value="end">at its end</option>
          <option value="mid">mid-stage</option>
        </Form.Select>
      </td>
      <td className="lactate-notes">
        <Strike line={line} number={number} strike={(struck) => set({ struck })} />
        {wrong && <span className="field-error d-block">{wrong.reason}</span>}
        {said.map(({ reason: sentence }) => (
          <span key={sentence} className="field-error d-block">
            {sentence}
          </span>
        ))}
      </td>
    </tr>
  );
}

interface StrikeProps {
  readonly line: Line;
  readonly number: number;
  readonly strike: (reason: string | null) => void;
}

/** A drop is struck out with its reason, and counted again when that was wrong. */
function Strike({ line, number, strike }: StrikeProps) {
  const [asking, setAsking] = useState(false);
  if (line.struck !== null)
    return (
      <>
        struck out: {line.struck}{' '}
        <Button size="sm" variant="link" className="p-0" onClick={() => strike(null)}>
          Count it again
        </Button>
      </>
    );
  if (asking)
    return (
      <ReasonForm
        quiet
        label={`Why line ${number} does not count`}
        action="Strike"
        longest={LONGEST_REASON}
        give={(reason) => {
          strike(reason);
          setAsking(false);
        }}
      />
    );
  return (
    <Button size="sm" variant="link" className="p-0" onClick={() => setAsking(true)}>
      Strike out<span className="visually-hidden"> line {number}</span>
    </Button>
  );
}

/** The next stage's lines are offered at its watts. */
function AddLines({ samples, ramp, change }: Omit<Props, 'problems'>) {
  const lastEnd = samples.findLast(({ at }) => at === 'end');
  const lastW = lastEnd ? numberTyped(lastEnd.stageW) : null;
  const nextW = typeof lastW === 'number' ? lastW + ramp.stepW : ramp.startW;
  const full = samples.length >= MOST_LINES;
  const add = (at: Line['at']): void => {
    const line = {
      stageW: String(nextW),
      at,
      mmol: '',
      bpm: '',
      rpe: '',
      struck: null,
      fraction: 1,
    };
    change([...samples, line].slice(0, MOST_LINES));
  };
  return (
    <div className="d-flex flex-wrap gap-2 mb-3">
      <Button variant="outline-secondary" disabled={full} onClick={() => add('end')}>
        Stage end at {nextW} W
      </Button>
      <Button variant="outline-secondary" disabled={full} onClick={() => add('mid')}>
        Mid-stage at {nextW} W
      </Button>
      {samples.length > 0 && (
        <Button variant="link" onClick={() => change(samples.slice(0, -1))}>
          Remove the last line
        </Button>
      )}
    </div>
  );
}

/** What is wrong with a line by itself; one without a drop yet is not wrong. */
function cellProblem(line: Line): { field: string; reason: string } | null {
  for (const { id, label } of COLUMNS)
    if (numberTyped(line[id]) === 'letters')
      return { field: id, reason: `"${line[id].slice(0, 20)}" is not a number of ${label}.` };
  if (line.mmol.trim() === '') return null;
  const [stageW, mmol, bpm, rpe] = [line.stageW, line.mmol, line.bpm, line.rpe].map(numberTyped);
  const read = lactateSampleSchema.safeParse({ ...line, stageW, mmol, bpm, rpe });
  const issue = read.success ? undefined : read.error.issues[0];
  return issue ? { field: String(issue.path[0] ?? ''), reason: issue.message } : null;
}
