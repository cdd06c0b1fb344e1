interface Props {
  /** What the ridden line is called; null where there are no watts. */
  readonly ridden: string | null;
  readonly bpm: boolean;
  /** The thin line of what is no effort, where one is drawn. */
  readonly rest?: string;
}

/** What the lines of a recording mean, never by colour alone. */
export function ChartKey({ ridden, bpm, rest }: Props) {
  return (
    <p className="chart-key">
      {rest !== undefined && (
        <span>
          <i className="key-line key-rest" /> {rest}
        </span>
      )}
      {ridden !== null && (
        <span>
          <i className="key-line key-ridden" /> {ridden}
        </span>
      )}
      {bpm && (
        <span className="pulse">
          <i className="key-line key-pulse" /> bpm, right
        </span>
      )}
      <span className="soft">minutes along the foot</span>
    </p>
  );
}
