import type { Plan } from '@uphill/core/sessions';
import type { Problem } from '@uphill/api';
import { useNavigate } from 'react-router';
import { sessionsApi } from './api/sessions.ts';
import { useAct } from './useAct.ts';

/** Keeps a plan as a session of the coach's own and opens it for a rider, to be changed and given a day. */
export function useKeepSession(riderId: string): {
  readonly keep: (plan: Plan) => Promise<void>;
  readonly problem: Problem | null;
} {
  const navigate = useNavigate();
  const [create] = sessionsApi.useAddSessionMutation();
  const { act, problem } = useAct();
  const keep = async (plan: Plan): Promise<void> => {
    const kept = await act(() => create({ plan }), 'Kept as a session.');
    if (kept) void navigate(`/riders/${riderId}/sessions/${kept.id}`);
  };
  return { keep, problem };
}
