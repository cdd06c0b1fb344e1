import type { Worked } from '@uphill/core/working';
import { Figure } from './Figure.tsx';

interface Props {
  readonly name: string;
  readonly text: string;
  /** With it the figure opens its working. */
  readonly working?: Worked<unknown> | undefined;
}

/** One named figure in a list of them. */
export function FactLine({ name, text, working }: Props) {
  return (
    <div>
      <dt>{name}</dt>
      <dd>
        {working ? (
          <Figure working={working} label={name}>
            {text}
          </Figure>
        ) : (
          text
        )}
      </dd>
    </div>
  );
}
