import type { Taper } from '@uphill/core/season';
import { printSigned, roundTo } from '@uphill/core/units';
import { Figure } from '../../../ui/Figure.tsx';

interface Props {
  readonly taper: Taper | { readonly refusal: string };
  /** The length that was chosen by hand; left out: as proposed. */
  readonly days: number | undefined;
  readonly choose: (days: number) => void;
}

/** Every length of the taper with its best cut: what is left of the base, and the reserve on the goal's morning. */
export function TaperRows({ taper, days, choose }: Props) {
  if ('refusal' in taper) return <p className="mb-0">{taper.refusal}</p>;
  const { rows, chosen } = taper;
  return (
    <fieldset className="taper-rows">
      <legend className="visually-hidden">Length of the taper</legend>
      {rows.map((row) => (
        <label key={row.days}>
          <input
            type="radio"
            name="taper"
            checked={row.days === (days ?? chosen.days)}
            onChange={() => choose(row.days)}
          />
          <span>{row.days} days</span>
          <span>{row.cutPercent} % less</span>
          <span>base {roundTo(row.base, 1).toFixed(1)}</span>
          <span>
            reserve{' '}
            {row.days === chosen.days ? (
              <Figure working={taper.reserve} label="Reserve on the goal’s morning">
                {words(row)}
              </Figure>
            ) : (
              words(row)
            )}
          </span>
          <Path base={row.path.map(({ base }) => base)} />
        </label>
      ))}
    </fieldset>
  );
}

function words({ reserve, sharePercent }: Taper['chosen']): string {
  return `${printSigned(reserve, 1)} (${printSigned(sharePercent, 0)} %)`;
}

const WIDTH = 72;
const HEIGHT = 18;

/** The base through the taper, as a small line. */
function Path({ base }: { base: readonly number[] }) {
  const [low, high] = [Math.min(...base), Math.max(...base)];
  const at = (value: number): number =>
    high === low ? HEIGHT / 2 : HEIGHT - 2 - ((value - low) / (high - low)) * (HEIGHT - 4);
  const points = base
    .map((value, day) => `${(day / Math.max(1, base.length - 1)) * WIDTH},${at(value).toFixed(1)}`)
    .join(' ');
  return (
    <svg width={WIDTH} height={HEIGHT} aria-hidden className="taper-path">
      <polyline points={points} />
    </svg>
  );
}
