import { type ListedReading, type Ride, RIDE_KINDS, type RideKind } from '@uphill/api';
import { SYSTEMS } from '@uphill/core/sessions';
import Form from 'react-bootstrap/Form';
import { KIND_WORDS } from '../../shared/rideWords.ts';

/** Which rides are on show. */
export interface RideFilter {
  readonly system: string | null;
  readonly kind: RideKind | null;
  readonly unread: boolean;
}

export const ALL_RIDES: RideFilter = { system: null, kind: null, unread: false };

/** Whether a ride is on show. */
export function passes(
  ride: Ride,
  listed: ListedReading | undefined,
  { system, kind, unread }: RideFilter,
): boolean {
  return (
    (system === null || listed?.system === system) &&
    (kind === null || ride.kind === kind) &&
    (!unread || ride.unread)
  );
}

interface Props {
  readonly filter: RideFilter;
  readonly rides: readonly Ride[];
  readonly listed: readonly ListedReading[];
  readonly set: (filter: RideFilter) => void;
}

/** By system, by kind, and whether anybody has opened it; only what there is can be chosen. */
export function Filter({ filter, rides, listed, set }: Props) {
  const systems = SYSTEMS.filter((each) => listed.some(({ system }) => system === each));
  const kinds = RIDE_KINDS.filter((each) => rides.some(({ kind }) => kind === each));
  return (
    <div className="ride-filter">
      <Form.Select
        size="sm"
        aria-label="System"
        value={filter.system ?? ''}
        onChange={({ target }) => set({ ...filter, system: target.value || null })}
      >
        <option value="">All systems</option>
        {systems.map((each) => (
          <option key={each} value={each}>
            {each.charAt(0).toUpperCase() + each.slice(1)}
          </option>
        ))}
      </Form.Select>
      <Form.Select
        size="sm"
        aria-label="Kind"
        value={filter.kind ?? ''}
        onChange={({ target }) =>
          set({ ...filter, kind: (target.value || null) as RideKind | null })
        }
      >
        <option value="">All kinds</option>
        {kinds.map((each) => (
          <option key={each} value={each}>
            {KIND_WORDS[each]}
          </option>
        ))}
      </Form.Select>
      <Form.Check
        id="unread-only"
        label="Unread only"
        checked={filter.unread}
        onChange={({ target }) => set({ ...filter, unread: target.checked })}
      />
    </div>
  );
}
