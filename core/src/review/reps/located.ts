import type { AskedOfStep } from './askedOfStep.ts';
import type { FoundRep } from './numbered.ts';

/** A step of a rep on the ride, with what it asked. */
export interface RepPart extends AskedOfStep {
  readonly startS: number;
  readonly endS: number;
}

/** A rep on the ride with its steps. */
export interface LocatedRep extends FoundRep {
  readonly parts: readonly RepPart[];
}

/** The reps of a ride, and how it is known where they lie. */
export interface LocatedReps {
  readonly from: 'room' | 'laps' | 'found' | 'coach';
  readonly reps: readonly LocatedRep[];
  readonly leftOut: readonly number[];
  readonly notRidden: readonly number[];
}
