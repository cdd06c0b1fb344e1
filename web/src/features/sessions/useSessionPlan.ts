import type { Plan } from '@uphill/core';
import { api } from '../../api/client.ts';
import { useAppSelector } from '../../app/store.ts';

/** A session as it stands: what is being written of it on this device, else what the server holds. */
export function useSessionPlan(id: string): { plan: Plan | null; error: unknown } {
  const draft = useAppSelector((state) => state.drafts[id]?.present);
  const { data, error } = api.useSessionQuery(id, { skip: id === '' });
  return { plan: draft ?? data?.plan ?? null, error };
}
