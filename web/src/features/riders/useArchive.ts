import type { Rider } from '@uphill/api';
import { ridersApi } from '../../shared/api/riders.ts';
import { useAct } from '../../shared/useAct.ts';

/** Archives a rider, or brings an archived one back, and says so. */
export function useArchive() {
  const [archive] = ridersApi.useArchiveRiderMutation();
  const { act, problem } = useAct();
  const toggle = ({ id, version, archived, name }: Rider): void =>
    void act(
      () => archive({ id, version, archived: !archived }),
      `${archived ? 'Restored' : 'Archived'} ${name}.`,
    );
  return { toggle, problem };
}
