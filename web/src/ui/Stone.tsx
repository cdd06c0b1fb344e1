import type { ReactNode } from 'react';

/** A kilometre stone: a rounded tablet with a big numeral. Used wherever something is counted, nowhere else. */
export function Stone({ children, small = false }: { children: ReactNode; small?: boolean }) {
  return <span className={small ? 'stone stone-small' : 'stone'}>{children}</span>;
}
