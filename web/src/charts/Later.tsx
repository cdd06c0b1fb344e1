import { type ReactNode, Suspense } from 'react';
import { Loading } from '../ui/Loading.tsx';

/** A drawing whose code comes later: its room is kept, so that nothing below it moves under a finger. */
export function Later({
  height,
  children,
}: {
  /** Of the drawing with its key, px. */ height: number;
  children: ReactNode;
}) {
  return (
    <div style={{ minHeight: height }}>
      <Suspense fallback={<Loading rows={5} />}>{children}</Suspense>
    </div>
  );
}
