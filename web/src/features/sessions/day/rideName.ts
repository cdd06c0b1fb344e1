import type { Ride } from '@uphill/api';
import { dateWords, KIND_WORDS, lengthWords } from '../../../shared/rideWords.ts';

/** A ride as it is told apart in a list: its day, its length, its kind. */
export function rideName(ride: Ride): string {
  return `${dateWords(ride)}: ${lengthWords(ride)}, ${KIND_WORDS[ride.kind].toLowerCase()}`;
}
