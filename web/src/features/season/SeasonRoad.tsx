const WIDTH = 96;
const HEIGHT = 24;
/** FTP lies at this share of the height, so that an easy road looks lower than a hard one. */
const TOP_PERCENT = 130;

/** A day's road in miniature: what is asked stepped in pine, what was ridden as a line in vermilion. */
export function SeasonRoad({
  road,
  shape,
  ftpW,
}: {
  readonly road: readonly number[];
  readonly shape: readonly number[];
  readonly ftpW: number | null;
}) {
  const asked = stepped(road);
  const ridden = shape.length > 0 && ftpW ? line(shape.map((watts) => (watts / ftpW) * 100)) : '';
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      className="season-road"
      aria-hidden
    >
      {asked && (
        <>
          <polygon points={`0,${HEIGHT} ${asked} ${WIDTH},${HEIGHT}`} className="asked-wash" />
          <polyline points={asked} className="asked-line" vectorEffect="non-scaling-stroke" />
        </>
      )}
      {ridden && (
        <>
          <polyline points={ridden} className="ridden-halo" vectorEffect="non-scaling-stroke" />
          <polyline points={ridden} className="ridden-line" vectorEffect="non-scaling-stroke" />
        </>
      )}
    </svg>
  );
}

function y(percent: number): string {
  return (HEIGHT - 1 - (Math.min(percent, TOP_PERCENT) / TOP_PERCENT) * (HEIGHT - 3)).toFixed(1);
}

function stepped(road: readonly number[]): string {
  const wide = WIDTH / Math.max(1, road.length);
  return road
    .map(
      (percent, part) =>
        `${(part * wide).toFixed(1)},${y(percent)} ${((part + 1) * wide).toFixed(1)},${y(percent)}`,
    )
    .join(' ');
}

function line(shape: readonly number[]): string {
  const wide = WIDTH / Math.max(1, shape.length - 1);
  return shape.map((percent, part) => `${(part * wide).toFixed(1)},${y(percent)}`).join(' ');
}
