import { fixesOf, type Fix, type Reckoned, type Spaced } from '@uphill/core/season';
import { Check, TriangleAlert } from 'lucide-react';
import { memo } from 'react';
import Button from 'react-bootstrap/Button';

interface Props {
  readonly rows: readonly Spaced[];
  /** The season once nothing is dragged: fixes are looked for in it. */
  readonly resting: Reckoned;
  readonly monday: string;
  readonly fix: (fix: Fix) => void;
}

/** The spacing check of a week: what is broken with its figure, its reason and at most two fixes, then what holds. */
export const SpacingPanel = memo(function SpacingPanel({ rows, resting, monday, fix }: Props) {
  const week = resting.weeks.find(({ said }) => said.monday === monday);
  if (!week) return null;
  return (
    <section className="sheet" aria-labelledby="spacing-title">
      <h2 id="spacing-title">Spacing</h2>
      <ul className="spacing">
        {rows.map((row) => (
          <li key={row.rule} className={row.holds === null ? 'spacing-broken' : ''}>
            {row.holds === null ? (
              <Broken row={row} fixes={fixesOf(resting, week, row.rule)} fix={fix} />
            ) : (
              <>
                <Check size={15} aria-label="holds" /> {row.holds}
              </>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
});

function Broken({
  row,
  fixes,
  fix,
}: {
  readonly row: Spaced;
  readonly fixes: readonly Fix[];
  readonly fix: (fix: Fix) => void;
}) {
  return (
    <div className="caution" role="note">
      <strong>
        <TriangleAlert size={15} aria-label="broken" /> {row.name}
      </strong>
      <p className="mb-1">{sentenceOf(row)}</p>
      {fixes.map((each) => (
        <Button
          key={each.says}
          size="sm"
          variant="outline-secondary"
          className="me-2 mb-1"
          onClick={() => fix(each)}
        >
          {each.says}
        </Button>
      ))}
    </div>
  );
}

/** "Tue and Wed are both hard. A hard day needs …" */
export function sentenceOf({ broken, reason }: Spaced): string {
  const figures = broken.map(({ figure }) => figure).join('; ');
  return `${figures.charAt(0).toUpperCase()}${figures.slice(1)}. ${reason}`;
}
