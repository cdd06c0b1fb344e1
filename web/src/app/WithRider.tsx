import type { Rider } from '@uphill/api';
import { Fragment, type ReactNode } from 'react';
import { useParams } from 'react-router';
import { api, problemOf } from '../api/client.ts';
import { Loading } from '../ui/Loading.tsx';
import { Refused } from '../ui/messages.tsx';

/** The rider in the address: what is shown once there is one; until then outlines, or what went wrong. Another rider begins afresh. */
export function WithRider({ children }: { children: (rider: Rider) => ReactNode }) {
  const { riderId = '' } = useParams();
  const { data: rider, error } = api.useRiderQuery(riderId);
  if (rider) return <Fragment key={rider.id}>{children(rider)}</Fragment>;
  return error ? <Refused problem={problemOf(error)} /> : <Loading />;
}
