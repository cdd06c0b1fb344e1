import { SelectField } from './SelectField.tsx';

interface Props {
  readonly value: string | null;
  readonly set: (zone: string | null) => void;
  /** What holds where none is chosen; left out where one has to be. */
  readonly otherwise?: string;
}

/** A time zone by its name. */
export function TimeZone({ value, set, otherwise }: Props) {
  const known = Intl.supportedValuesOf('timeZone');
  const zones = value !== null && !known.includes(value) ? [value, ...known] : known;
  const options = [
    ...(otherwise === undefined ? [] : [['', otherwise] as const]),
    ...zones.map((zone) => [zone, zone.replaceAll('_', ' ')] as const),
  ];
  return (
    <SelectField
      label="Time zone"
      options={options}
      value={value ?? ''}
      choose={(zone) => set(zone === '' ? null : zone)}
    />
  );
}
