import type { Plan } from '@uphill/core';
import { useNavigate } from 'react-router';
import { api } from '../../api/client.ts';
import { useAppDispatch } from '../../app/store.ts';
import { noticed } from '../../app/viewSlice.ts';
import { problemOf } from '../../api/client.ts';

const EMPTY_PLAN: Plan = {
  name: 'New session',
  nameFollows: true,
  purpose: '',
  system: 'threshold',
  systemFollows: true,
  place: 'any',
  note: '',
  items: [],
};

/** Makes an empty session and opens it in the workshop. */
export function useNewSession() {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const [add] = api.useAddSessionMutation();
  return async (riderId: string): Promise<void> => {
    try {
      const session = await add({ plan: EMPTY_PLAN }).unwrap();
      void navigate(`/riders/${riderId}/sessions/${session.id}`);
    } catch (error) {
      dispatch(noticed(problemOf(error).detail));
    }
  };
}
