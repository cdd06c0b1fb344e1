import type { Kysely } from 'kysely';

/** Told how far a migration is, from 0 to 1. */
export type Tell = (share: number) => void;

/** One change of the tables; all that wait run in one transaction. */
export interface Migration {
  readonly up: (db: Kysely<never>, tell: Tell) => Promise<void>;
}
