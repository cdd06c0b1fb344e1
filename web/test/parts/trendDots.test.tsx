import { expect, it } from 'vitest';
import { drawDots } from '../../src/charts/drawDots.ts';
import { nameDot, nearestDot } from '../../src/charts/nearestDot.ts';

/** A frame with dots on days of a year, 2 px a day and 1 px a unit. */
function frameWith(...days: (readonly [date: string, value: number])[]) {
  const frame = document.createElement('div');
  frame.innerHTML = '<svg><g></g></svg><span class="trend-name" hidden></span>';
  document.body.replaceChildren(frame);
  const first = Date.parse('2026-01-01T00:00:00Z') / 86_400_000;
  const dots = days.map(([date, value]) => ({ to: `/${date}`, date, value, says: 'as usual' }));
  const draw = (drawn = dots): void =>
    drawDots(frame.querySelector('g')!, {
      ...{ dots: drawn, under: [], print: (value: number) => `${value} W` },
      ...{ x0: -2 * first, perDay: 2, y0: 0, perUnit: 1 },
    });
  draw();
  return { frame, dots, draw };
}

const at = (clientX: number, clientY: number) => ({ clientX, clientY });

it('the dot that is meant is the nearest one, not the last that was drawn over it', () => {
  const { frame } = frameWith(['2026-01-10', 40], ['2026-01-11', 40], ['2026-03-01', 90]);
  const to = (x: number, y: number) => nearestDot(frame, at(x, y))?.getAttribute('href');
  expect(to(17.8, 41)).toBe('/2026-01-10');
  expect(to(20.3, 40)).toBe('/2026-01-11');
  expect(to(60, 60)).toBeUndefined();
});

it('its name is shown, and it stays in focus while more rides come in', () => {
  const { frame, dots, draw } = frameWith(['2026-01-10', 40], ['2026-02-01', 50]);
  const link = nearestDot(frame, at(62, 50)) as SVGElement;
  nameDot(frame, link);
  const label = frame.querySelector('.trend-name');
  expect(label?.textContent).toBe('Sun 1 Feb: 50 W, as usual');
  link.focus();
  draw([...dots, { to: '/new', date: '2026-02-03', value: 60, says: '' }]);
  expect(document.activeElement?.getAttribute('href')).toBe('/2026-02-01');
  expect(frame.querySelectorAll('a')).toHaveLength(3);
  nameDot(frame, null);
  expect(label?.hasAttribute('hidden')).toBe(true);
});
