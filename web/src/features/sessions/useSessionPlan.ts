import type { Plan } from '@uphill/core/sessions';
import { sessionsApi } from '../../shared/api/sessions.ts';
import { useDraftSelector } from './draftState.ts';

/** A session as it stands: what is being written of it on this device, else what the server holds. */
export function useSessionPlan(id: string): { plan: Plan | null; error: unknown } {
  const draft = useDraftSelector((state) => state.drafts[id]?.present);
  const { data, error } = sessionsApi.useSessionQuery(id, { skip: id === '' });
  return { plan: draft ?? data?.plan ?? null, error };
}
