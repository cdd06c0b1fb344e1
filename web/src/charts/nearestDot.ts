/** A dot is meant from so far away, px: a finger is wider than a dot. */
const REACH = 14;

/** The dot nearest to a place of the page, of those within reach; null where none is. */
export function nearestDot(frame: Element, { clientX, clientY }: Place): Element | null {
  const corner = frame.querySelector('svg')?.getBoundingClientRect();
  if (!corner) return null;
  let [nearest, least]: [Element | null, number] = [null, REACH];
  for (const link of frame.getElementsByClassName('trend-dot')) {
    const mark = link.firstElementChild;
    const across = Number(mark?.getAttribute('cx')) + corner.left - clientX;
    const along = Number(mark?.getAttribute('cy')) + corner.top - clientY;
    const away = Math.hypot(across, along);
    if (away < least) [nearest, least] = [link, away];
  }
  return nearest;
}

export interface Place {
  readonly clientX: number;
  readonly clientY: number;
}

/** Writes the name of a dot beside it; nothing where there is none. */
export function nameDot(frame: HTMLElement, link: Element | null): void {
  const label = frame.querySelector<HTMLElement>('.trend-name');
  frame.style.cursor = link ? 'pointer' : '';
  if (!label) return;
  label.hidden = link === null;
  if (!link) return;
  const mark = link.firstElementChild;
  const [x, y] = [Number(mark?.getAttribute('cx')), Number(mark?.getAttribute('cy'))];
  label.textContent = link.getAttribute('aria-label');
  // Away from the nearer edge, so that it stays within the sheet.
  const isRight = x > frame.clientWidth / 2;
  label.style.left = isRight ? '' : `${x + 10}px`;
  label.style.right = isRight ? `${frame.clientWidth - x + 10}px` : '';
  label.style.top = `${Math.max(0, y - 12)}px`;
}
