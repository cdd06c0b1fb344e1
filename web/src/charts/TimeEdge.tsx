import { printClock } from '@uphill/core/units';
import { type KeyboardEvent, type PointerEvent, type ReactNode, useRef } from 'react';

interface Props {
  readonly label: string;
  readonly second: number;
  readonly longest: number;
  /** While it is dragged: where the hand is, in the drawing. */
  readonly dragTo: (x: number) => void;
  /** By arrow keys: so many seconds, and when, ms. */
  readonly step: (by: number, when: number) => void;
  readonly grab?: () => void;
  readonly letGo?: () => void;
  readonly children: ReactNode;
}

/** A point in time that is dragged, or moved with the arrow keys a second at a time (ten with Shift). */
export function TimeEdge(props: Props) {
  const { label, second, longest, dragTo, step, grab, letGo, children } = props;
  const dragging = useRef(false);
  const drag = (event: PointerEvent<SVGGElement>): void => {
    if (!dragging.current) return;
    const drawing = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    if (drawing) dragTo(event.clientX - drawing.left);
  };
  const onKey = (event: KeyboardEvent): void => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key] ?? 0;
    if (by === 0) return;
    event.preventDefault();
    step(by * (event.shiftKey ? 10 : 1), event.timeStamp);
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={longest}
      aria-valuenow={second}
      aria-valuetext={printClock(second)}
      className="effort-edge"
      onKeyDown={onKey}
      onPointerDown={(event) => {
        dragging.current = true;
        grab?.();
        event.currentTarget.setPointerCapture(event.pointerId);
        event.preventDefault();
        event.currentTarget.focus();
      }}
      onPointerMove={drag}
      onPointerUp={() => {
        if (dragging.current) letGo?.();
        dragging.current = false;
      }}
    >
      {children}
    </g>
  );
}
