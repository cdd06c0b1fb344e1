import type { Rider } from '@uphill/api';
import { Fragment, type ReactNode } from 'react';
import { useParams } from 'react-router';
import { ridersApi } from '../shared/api/riders.ts';
import { problemOf } from '../shared/api/problemOf.ts';
import { Loading } from './Loading.tsx';
import { ProblemNote } from './messages.tsx';

/** The rider in the address: what is shown once there is one; until then outlines, or what went wrong. Another rider begins afresh. */
export function WithRider({ children }: { children: (rider: Rider) => ReactNode }) {
  const { riderId = '' } = useParams();
  const { data: rider, error } = ridersApi.useRiderQuery(riderId);
  if (rider) return <Fragment key={rider.id}>{children(rider)}</Fragment>;
  return error ? <ProblemNote problem={problemOf(error)} /> : <Loading />;
}
