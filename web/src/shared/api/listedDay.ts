import type { DayList } from '@uphill/api';

/** A day of a list: what it asks in figures, without its plan. */
export interface ListedDay {
  readonly id: string;
  readonly riderId: string;
  readonly date: string;
  readonly kind: DayList[number]['days'][number][2];
  readonly state: DayList[number]['days'][number][3];
  /** Points that are planned. */
  readonly load: number | null;
  /** As it was marked, else as it is planned. */
  readonly minutes: number | null;
  readonly rpe: number | null;
  /** The session's name for this rider. */
  readonly name: string;
  readonly version: number;
}

/** Days as they are sent, a line of figures each, by rider. */
export function listedDays(sent: DayList): ReadonlyMap<string, readonly ListedDay[]> {
  return new Map(
    sent.map(({ riderId, days }) => [
      riderId,
      days.map(([id, date, kind, state, load, minutes, rpe, name, version]) => ({
        ...{ id, riderId, date, kind, state, load, minutes, rpe },
        ...{ name: name ?? '', version },
      })),
    ]),
  );
}
