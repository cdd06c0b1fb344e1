import type { Test } from '@uphill/api';
import { Check, CircleHelp, TriangleAlert, X } from 'lucide-react';
import { WideTable } from '../../ui/WideTable.tsx';

const WORDS = {
  held: 'passed',
  doubtful: 'doubtful',
  failed: 'failed',
  unknown: 'unknown',
} as const;
const MARKS = { held: Check, doubtful: TriangleAlert, failed: X, unknown: CircleHelp } as const;

/** Whether to believe a test: every check with its own figure, its limit and a verdict. */
export function Checks({ checks }: { checks: Test['checks'] }) {
  if (checks.length === 0) return null;
  return (
    <WideTable of="Checks" size="sm" className="checks">
      <caption className="caption-top">Can it be trusted?</caption>
      <thead>
        <tr>
          <th scope="col">Check</th>
          <th scope="col">Figure</th>
          <th scope="col">Limit</th>
          <th scope="col">Verdict</th>
        </tr>
      </thead>
      <tbody>
        {checks.map(({ id, name, figure, limit, verdict, says }) => {
          const Mark = MARKS[verdict];
          return (
            <tr key={id}>
              <th scope="row">{name}</th>
              <td>{figure}</td>
              <td className="soft">{limit}</td>
              <td>
                <Mark size={15} aria-hidden className="me-1" />
                <strong>{WORDS[verdict]}</strong> <span className="soft">{says}</span>
              </td>
            </tr>
          );
        })}
      </tbody>
    </WideTable>
  );
}
