import type { ReactNode } from 'react';
import { inTheWay } from '../shared/api/problemOf.ts';
import { Loading } from './Loading.tsx';
import { ProblemNote } from './messages.tsx';

interface Props<T> {
  readonly data: T | undefined;
  readonly error: unknown;
  readonly children: (data: T) => ReactNode;
}

/** What the server answers: outlines until it is there, what went wrong, or what is made of it. */
export function Answer<T>({ data, error, children }: Props<T>) {
  const barred = inTheWay(error, data);
  if (barred) return <ProblemNote problem={barred} />;
  return data === undefined ? <Loading /> : children(data);
}
