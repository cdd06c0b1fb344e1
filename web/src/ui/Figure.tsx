import type { Worked } from '@uphill/core/working';
import { type PointerEvent, type SyntheticEvent, useRef } from 'react';
import { useAppDispatch } from '../shared/state.ts';
import { workingHidden, workingShown } from '../shared/viewSlice.ts';

/**
 * A computed number with a dotted underline. Pointing at it or focusing it shows its working; Enter, a click or
 * a tap opens it to stay, and Esc gives the focus back.
 */
export function Figure({
  working,
  children,
  label,
  result = children,
}: {
  working: Worked<unknown>;
  children: string;
  label: string;
  /** What the sum comes to, where the figure stands for more than that. */
  result?: string;
}) {
  const dispatch = useAppDispatch();
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined);
  const show = (target: Element, pinned: boolean): void => {
    const corner = target.getBoundingClientRect().top > window.innerHeight / 2 ? 'top' : 'bottom';
    dispatch(workingShown({ working, figure: result, pinned, corner }));
  };
  const hide = (): void => {
    clearTimeout(waiting.current);
    dispatch(workingHidden({ force: false }));
  };
  return (
    <button
      type="button"
      className="figure"
      aria-label={`${label}: ${children}. Show the working`}
      onClick={(event: SyntheticEvent) => show(event.currentTarget, true)}
      onFocus={(event: SyntheticEvent) => show(event.currentTarget, false)}
      onBlur={hide}
      onPointerEnter={(event: PointerEvent) => {
        const target = event.currentTarget;
        if (event.pointerType === 'mouse')
          waiting.current = setTimeout(() => show(target, false), 150);
      }}
      onPointerLeave={hide}
    >
      {children}
    </button>
  );
}
