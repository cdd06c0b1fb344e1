import { printBand, type ZoneLine } from '@uphill/core/zones';

/** Zones as a plain table for paper, the hardest on top. */
export function ZoneTable({
  lines,
  short = false,
}: {
  lines: readonly ZoneLine[];
  short?: boolean;
}) {
  const beats = lines.some(({ bpm }) => bpm !== null);
  const unit = lines[0]?.unit ?? 'W';
  return (
    <table className="card-zones">
      <thead>
        <tr>
          <th scope="col">Zone</th>
          <th scope="col">{unit}</th>
          {beats && <th scope="col">bpm</th>}
          <th scope="col">RPE</th>
          {!short && <th scope="col">Talk test</th>}
          {!short && <th scope="col">Held</th>}
        </tr>
      </thead>
      <tbody>
        {[...lines].reverse().map((line) => (
          <tr key={line.zone}>
            <th scope="row">
              {line.zone} {line.name}
            </th>
            <td>{printBand(line)}</td>
            {beats && <td>{line.bpm ?? 'too short'}</td>}
            <td>{line.rpe}</td>
            {!short && <td>{line.talkTest}</td>}
            {!short && <td>{line.held}</td>}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
