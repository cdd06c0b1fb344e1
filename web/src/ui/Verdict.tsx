import type { Recovery } from '@uphill/core/power';
import type { Look, SessionVerdict } from '@uphill/core/sessions';
import { printLeft, printShare } from '@uphill/core/units';
import { scaleLinear } from 'd3-scale';
import { Link } from 'react-router';
import { Figure } from './Figure.tsx';

/** Where each look's words lie on its ruler: share at the start of each, rising hardness to the right. */
const RULERS: Readonly<
  Record<
    Look['id'],
    {
      readonly from: number;
      readonly to: number;
      readonly parts: readonly (readonly [at: number, word: string])[];
    }
  >
> = {
  // Left: nothing used up; right: below zero.
  balance: {
    from: 100,
    to: -25,
    parts: [
      [100, 'light'],
      [70, 'working'],
      [25, 'at the limit'],
      [0, 'breaks'],
    ],
  },
  curve: {
    from: 70,
    to: 112,
    parts: [
      [70, 'too easy'],
      [85, 'useful'],
      [97, 'at the limit'],
      [103, 'out of reach'],
    ],
  },
};

/** Whether it changes anything and whether it holds, in one line with its ruler. */
export function Verdict({
  verdict,
  difference,
}: {
  verdict: SessionVerdict;
  difference: string | null;
}) {
  const { looks, verdict: hardest, why, model } = verdict;
  return (
    <div className="verdict" role="status" aria-label="The verdict">
      {hardest ? (
        <p className="verdict-line">
          <strong>{capital(hardest.says)}</strong>
          {looks
            .filter((look) => look !== hardest)
            .map((look) => (
              <span key={look.id} className="soft">
                {' '}
                · also {look.says}
              </span>
            ))}
          {why && <span className="soft"> · {why}</span>}
        </p>
      ) : (
        <p className="verdict-line soft">{why}</p>
      )}
      {difference && <p className="verdict-difference">{capital(difference)}</p>}
      <div className="rulers">
        {looks.map((look) => (
          <Ruler key={look.id} look={look} recovery={model?.recovery} />
        ))}
      </div>
    </div>
  );
}

/** How W′ comes back between reps, as the figure names it. */
const RECOVERY = { measured: 'as measured', quick: 'quickly' } as const;

function Ruler({ look, recovery }: { look: Look; recovery: Recovery | undefined }) {
  const { from, to, parts } = RULERS[look.id];
  const place = scaleLinear([from, to], [0, 100]).clamp(true);
  const name = look.id === 'balance' ? 'W′ left at the lowest' : 'Of the rider’s curve';
  return (
    <div className="ruler">
      <span className="ruler-name">
        {name}:{' '}
        <Figure working={look.share} label={name}>
          {look.id === 'balance' ? printLeft(look.share.value) : printShare(look.share.value)}
        </Figure>
        {look.id === 'balance' && recovery && (
          <span className="soft">
            , coming back <Link to="/settings">{RECOVERY[recovery]}</Link>
          </span>
        )}
      </span>
      <div className="ruler-track" aria-hidden>
        {parts.map(([at, word], index) => {
          const end = parts[index + 1]?.[0] ?? to;
          return (
            <span
              key={word}
              className={`ruler-part ruler-part-${index}`}
              style={{ left: `${place(at)}%`, width: `${place(end) - place(at)}%` }}
            >
              {word}
            </span>
          );
        })}
        <span className="ruler-pointer" style={{ left: `${place(look.share.value)}%` }} />
      </div>
    </div>
  );
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
