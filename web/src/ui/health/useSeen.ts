import { useCallback, useEffect, useRef, useState } from 'react';

/** Whether every one of some elements has been wholly on screen at some time. */
export function useSeen(ids: readonly string[]): {
  readonly seen: boolean;
  readonly watch: (id: string) => (element: HTMLElement | null) => void;
} {
  const [once, setOnce] = useState<ReadonlySet<string>>(new Set());
  const elements = useRef(new Map<string, HTMLElement>());
  const asked = ids.join(' ');
  useEffect(() => {
    const current = new Set(asked.split(' '));
    const observer = new IntersectionObserver(
      (entries) => {
        const now = entries
          .filter(({ isIntersecting }) => isIntersecting)
          .map(({ target }) => (target as HTMLElement).dataset['seen'] ?? '');
        if (now.length > 0) setOnce((before) => new Set([...before, ...now]));
      },
      { threshold: 0.99 },
    );
    for (const [id, element] of elements.current) {
      if (!current.has(id)) continue;
      element.dataset['seen'] = id;
      observer.observe(element);
    }
    return () => observer.disconnect();
  }, [asked]);
  const watch = useCallback(
    (id: string) =>
      (element: HTMLElement | null): void => {
        if (element) elements.current.set(id, element);
      },
    [],
  );
  return { seen: ids.every((id) => once.has(id)), watch };
}
