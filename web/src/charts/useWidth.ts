import { type RefObject, useEffect, useRef, useState } from 'react';

/** The width of an element in px, followed as it changes; until it is known, what is given. */
export function useWidth(until = 800): [RefObject<HTMLDivElement | null>, number] {
  const frame = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(until);
  useEffect(() => {
    if (!frame.current) return;
    const watch = new ResizeObserver(
      ([entry]) => entry && setWidth(Math.round(entry.contentRect.width)),
    );
    watch.observe(frame.current);
    return () => watch.disconnect();
  }, []);
  return [frame, width];
}
