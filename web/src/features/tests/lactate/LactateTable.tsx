import type { TestDayDraft } from '@uphill/api';
import { lactateSampleSchema, type LactateProblem } from '@uphill/core';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Table from 'react-bootstrap/Table';
import { numberTyped } from '../typed.ts';

type Line = TestDayDraft['samples'][number];

const COLUMNS = [
  { id: 'stageW', label: 'W' },
  { id: 'mmol', label: 'mmol/L' },
  { id: 'bpm', label: 'bpm' },
  { id: 'rpe', label: 'RPE' },
] as const;

const MOST_LINES = 60;

interface Props {
  readonly samples: readonly Line[];
  readonly ramp: TestDayDraft['ramp'];
  readonly problems: readonly LactateProblem[];
  readonly change: (samples: Line[]) => void;
}

/** The table typed as the blood comes in: a line a drop, at mid-stage or at its end; any can be struck out with its reason. */
export function LactateTable({ samples, ramp, problems, change }: Props) {
  const [striking, setStriking] = useState<number | null>(null);
  const [reason, setReason] = useState('');
  const set = (index: number, part: Partial<Line>): void =>
    change(samples.map((line, at) => (at === index ? { ...line, ...part } : line)));
  const lastEnd = samples.findLast(({ at }) => at === 'end');
  const nextW = lastEnd ? Number(lastEnd.stageW) + ramp.stepW : ramp.startW;
  const add = (at: Line['at']): void => {
    const stageW = String(Number.isFinite(nextW) ? nextW : ramp.startW);
    change(
      [...samples, { stageW, at, mmol: '', bpm: '', rpe: '', struck: null, fraction: 1 }].slice(
        0,
        MOST_LINES,
      ),
    );
  };
  const strike = (index: number): void => {
    if (reason.trim() === '') return;
    set(index, { struck: reason.trim() });
    setStriking(null);
    setReason('');
  };
  return (
    <>
      {samples.length > 0 && (
        <Table responsive size="sm" className="lactate-table">
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
            {samples.map((line, index) => {
              const wrong = cellProblem(line);
              const said = problems.filter((problem) => problem.line === index);
              return (
                <tr key={index} className={line.struck === null ? undefined : 'struck'}>
                  {COLUMNS.map(({ id, label }) => (
                    <td key={id}>
                      <Form.Control
                        size="sm"
                        inputMode="decimal"
                        maxLength={20}
                        aria-label={`${label}, line ${index + 1}`}
                        aria-invalid={wrong?.field === id}
                        isInvalid={wrong?.field === id}
                        value={line[id]}
                        onChange={({ target }) => set(index, { [id]: target.value })}
                      />
                    </td>
                  ))}
                  <td>
                    <Form.Select
                      size="sm"
                      aria-label={`Taken, line ${index + 1}`}
                      value={line.at}
                      onChange={({ target }) => set(index, { at: target.value as Line['at'] })}
                    >
                      <option value="end">at its end</option>
                      <option value="mid">mid-stage</option>
                    </Form.Select>
                  </td>
                  <td className="lactate-notes">
                    {line.struck !== null ? (
                      <>
                        struck out: {line.struck}{' '}
                        <Button
                          size="sm"
                          variant="link"
                          className="p-0"
                          onClick={() => set(index, { struck: null })}
                        >
                          Count it again
                        </Button>
                      </>
                    ) : striking === index ? (
                      <form
                        className="d-flex gap-1"
                        onSubmit={(event) => {
                          event.preventDefault();
                          strike(index);
                        }}
                      >
                        <Form.Control
                          size="sm"
                          autoFocus
                          maxLength={200}
                          aria-label={`Why line ${index + 1} does not count`}
                          placeholder="why"
                          value={reason}
                          onChange={({ target }) => setReason(target.value)}
                        />
                        <Button
                          size="sm"
                          type="submit"
                          variant="outline-secondary"
                          disabled={reason.trim() === ''}
                        >
                          Strike
                        </Button>
                      </form>
                    ) : (
                      <Button
                        size="sm"
                        variant="link"
                        className="p-0"
                        onClick={() => setStriking(index)}
                      >
                        Strike out<span className="visually-hidden"> line {index + 1}</span>
                      </Button>
                    )}
                    {wrong && <span className="field-error d-block">{wrong.reason}</span>}
                    {said.map(({ reason: sentence }) => (
                      <span key={sentence} className="field-error d-block">
                        {sentence}
                      </span>
                    ))}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      )}
      <div className="d-flex flex-wrap gap-2 mb-3">
        <Button
          variant="outline-secondary"
          disabled={samples.length >= MOST_LINES}
          onClick={() => add('end')}
        >
          Stage end at {nextW} W
        </Button>
        <Button
          variant="outline-secondary"
          disabled={samples.length >= MOST_LINES}
          onClick={() => add('mid')}
        >
          Mid-stage at {nextW} W
        </Button>
        {samples.length > 0 && (
          <Button variant="link" onClick={() => change(samples.slice(0, -1))}>
            Take the last line away
          </Button>
        )}
      </div>
    </>
  );
}

/** What is wrong with a line by itself; one without a drop yet is not wrong. */
function cellProblem(line: Line): { field: string; reason: string } | null {
  for (const { id, label } of COLUMNS)
    if (numberTyped(line[id]) === 'letters')
      return { field: id, reason: `"${line[id].slice(0, 20)}" is no number of ${label}.` };
  if (line.mmol.trim() === '') return null;
  const [stageW, mmol, bpm, rpe] = [line.stageW, line.mmol, line.bpm, line.rpe].map(numberTyped);
  const read = lactateSampleSchema.safeParse({ ...line, stageW, mmol, bpm, rpe });
  const issue = read.success ? undefined : read.error.issues[0];
  return issue ? { field: String(issue.path[0] ?? ''), reason: issue.message } : null;
}
