import type { Day } from '@uphill/api';
import { Check, Circle, Minus, X } from 'lucide-react';

/** What became of a day, never by colour alone. */
export const STATE_MARKS = {
  planned: { icon: Circle, word: 'planned' },
  done: { icon: Check, word: 'done' },
  shortened: { icon: Minus, word: 'shortened' },
  missed: { icon: X, word: 'missed' },
} as const satisfies Record<Day['state'], { icon: typeof Check; word: string }>;
