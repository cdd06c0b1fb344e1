import type { Plan } from '@uphill/core/sessions';
import { useNavigate } from 'react-router';
import { sessionsApi } from '../../shared/api/sessions.ts';
import { useAppDispatch } from '../../shared/state.ts';
import { noticed } from '../../shared/viewSlice.ts';
import { problemOf } from '../../shared/api/problemOf.ts';

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
  const [add] = sessionsApi.useAddSessionMutation();
  return async (riderId: string): Promise<void> => {
    try {
      const session = await add({ plan: EMPTY_PLAN }).unwrap();
      void navigate(`/riders/${riderId}/sessions/${session.id}`);
    } catch (error) {
      dispatch(noticed(problemOf(error).detail));
    }
  };
}
