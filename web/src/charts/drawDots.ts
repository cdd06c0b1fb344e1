import { printDay } from '../shared/dates.ts';
import type { TrendDot } from './TrendDots.tsx';

/** Both axes are straight lines. */
export interface Places {
  readonly x0: number;
  readonly perDay: number;
  readonly y0: number;
  readonly perUnit: number;
}

export interface Drawn extends Places {
  readonly dots: readonly TrendDot[];
  /** Another rider or another season, under them. */
  readonly under: readonly TrendDot[];
  readonly print: (value: number) => string;
}

const SVG = 'http://www.w3.org/2000/svg';
const DAY_MS = 86_400_000;

/**
 * Draws every dot at its place, each a plain link with its name. They are thousands in ten years and nothing in one of
 * them changes: they are made straight in the document, and not kept as parts of a view that walks over each of them.
 */
export function drawDots(into: SVGGElement, { dots, under, print, ...places }: Drawn): void {
  const held = into.contains(document.activeElement) ? document.activeElement : null;
  const placeOf = ({ date, value }: TrendDot): [x: number, y: number] => [
    tenth(places.x0 + (Date.parse(`${date}T00:00:00Z`) / DAY_MS) * places.perDay),
    tenth(places.y0 + value * places.perUnit),
  ];
  const square = element('rect', { width: '6', height: '6', class: 'trend-under' });
  const squares = under.map((dot) => {
    const [x, y] = placeOf(dot);
    const own = square.cloneNode() as SVGElement;
    own.setAttribute('x', String(x - 3));
    own.setAttribute('y', String(y - 3));
    return own;
  });
  const link = linkToCopy();
  const links = dots.map((dot) => placedLink(link, dot, placeOf(dot), print));
  into.replaceChildren(...squares, ...links);
  // Whoever stands on a dot stays on it while more rides come in.
  const to = held?.getAttribute('href');
  if (to) links.find((each) => each.getAttribute('href') === to)?.focus({ preventScroll: true });
}

function placedLink(
  link: SVGElement,
  { to, date, value, says, apart }: TrendDot,
  [x, y]: readonly [x: number, y: number],
  print: Drawn['print'],
): SVGElement {
  const name = `${printDay(date)}: ${print(value)}${says === '' ? '' : `, ${says}`}`;
  const own = link.cloneNode(true) as SVGElement;
  const mark = own.firstElementChild;
  own.setAttribute('href', to);
  own.setAttribute('aria-label', name);
  mark?.setAttribute('cx', String(x));
  mark?.setAttribute('cy', String(y));
  mark?.setAttribute('class', apart ? 'trend-apart' : 'trend-mark');
  return own;
}

function linkToCopy(): SVGElement {
  const link = element('a', { class: 'trend-dot' });
  link.append(element('circle', { r: '4' }));
  return link;
}

function element(name: string, attributes: Readonly<Record<string, string>>): SVGElement {
  const made: SVGElement = document.createElementNS(SVG, name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, value);
  return made;
}

function tenth(value: number): number {
  return Math.round(10 * value) / 10;
}
