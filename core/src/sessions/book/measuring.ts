import { THREE_CADENCES } from '../ladder/family.ts';
import type { BookFamily } from './book.ts';

/** Sessions that measure something beside FTP. Source: handbook section 9.4 (Cadence slope). */
export const MEASURING_FAMILIES: readonly BookFamily[] = [
  {
    id: THREE_CADENCES,
    name: 'Three cadences',
    system: 'endurance',
    purpose:
      'How many beats a quicker leg costs: the heart is read against watts by it for half a year.',
    forWhom: 'Riders whose heart rate is read, once in half a year. Not for sore knees.',
    progression: 'None: it is a measurement.',
    watch: ['The same watts in all three.', 'Stay seated.'],
    cautions: ['Not for sore knees. Low cadence at high power loads knees: stop at pain.'],
    place: 'trainer',
    equipment: 'trainer',
    trainer: 'held watts',
    feel: 'Steady; slow legs feel heavier and quick ones busier at the same watts.',
    sessions: [
      {
        id: 'three-cadences-1',
        name: 'Three cadences',
        sentence:
          '15 at 60 %, 5:00 at 78 % 58–62 rpm, 5 at 50 %, 5:00 at 78 % 78–82 rpm, 5 at 50 %, 5:00 at 78 % 98–102 rpm, 10 at 50 %',
      },
    ],
  },
];
