import { printSigned } from '@uphill/core/units';
import type { Worked } from '@uphill/core/working';
import { Maximize2, Minimize2 } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Figure } from '../../ui/Figure.tsx';

/** The sum behind what a sheet says, named by what it is of, with its decimals; null where there is none yet. */
export type Working = {
  readonly label: string;
  readonly of: Worked;
  readonly digits?: number;
} | null;

const HEIGHT = { small: 150, large: 380 } as const;

/** A trend: its drawing, which enlarges, and one sentence that says what it shows and how sure it is. */
export function TrendSheet({
  name,
  says,
  working = null,
  children,
  draw,
}: {
  name: string;
  says: string;
  working?: Working;
  children?: ReactNode;
  draw?: (height: number) => ReactNode;
}) {
  const [large, setLarge] = useState(false);
  return (
    <section
      className={`sheet ${large ? 'trend-large' : ''} ${draw ? '' : 'trend-list'}`}
      aria-label={name}
    >
      <div className="d-flex align-items-start gap-2">
        <h2 className="flex-grow-1">{name}</h2>
        {draw && (
          <Button
            size="sm"
            variant="link"
            className="card-controls"
            aria-pressed={large}
            aria-label={`Enlarge ${name}`}
            onClick={() => setLarge(!large)}
          >
            {large ? <Minimize2 size={16} aria-hidden /> : <Maximize2 size={16} aria-hidden />}
          </Button>
        )}
      </div>
      <p className="trend-says">
        {says}{' '}
        {working && (
          <span className="card-controls">
            <Figure
              working={working.of}
              label={`${name}: ${working.label}`}
              result={`${printSigned(working.of.value, working.digits ?? 1)} ${working.of.unit}`}
            >
              The sum
            </Figure>
          </span>
        )}
      </p>
      {draw?.(large ? HEIGHT.large : HEIGHT.small)}
      {children}
    </section>
  );
}
