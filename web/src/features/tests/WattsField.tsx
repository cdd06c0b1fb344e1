import { NumberField } from '../../ui/NumberField.tsx';

interface Props {
  readonly label: string;
  readonly bounds: readonly [low: number, high: number];
  readonly value: number;
  readonly set: (watts: number) => void;
}

/** A field of whole watts that counts while it is inside its bounds. */
export function WattsField({ bounds, ...rest }: Props) {
  return (
    <NumberField
      {...rest}
      bounds={bounds}
      wrong={`Whole watts from ${bounds[0]} to ${bounds[1]}.`}
      whole
      needed
    />
  );
}
