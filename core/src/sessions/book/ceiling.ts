import type { BookFamily } from './book.ts';

const START = 'Start calm: the first seconds no higher than the target.';
const HELD = 'Ride it free, not held by the trainer.';
const QUIET = 'Quiet road, see what is coming, room to slow; descents are for recovering.';
const KNEES = 'Low cadence at high power loads knees: stop at pain.';
const EASY_WARM_UP = '15 building to 80 %';
const WARM_UP = '15 building to sweet spot, 30 s at 110 %, 3:00 easy';

/** Families above FTP. Source: handbook section 7, the book. */
export const CEILING_FAMILIES: readonly BookFamily[] = [
  {
    id: 'ceiling',
    name: 'Ceiling',
    system: 'ceiling',
    purpose: 'Take up more oxygen.',
    forWhom: 'Rested riders with a few weeks of threshold behind them.',
    progression:
      'To 15 minutes at target, then 2 % more; or by the other school 10, 12, 15, 18, 20, 25, 30 minutes.',
    watch: [START, HELD],
    cautions: [],
    place: 'climb',
    equipment: '',
    trainer: 'free',
    feel: 'Easy after one minute, heart rate near its top half-way, the last minute the hard one.',
    sessions: [
      { id: 'ceiling-1', sentence: `${WARM_UP}, 3 × 3:00 at 115–118 %, 3 easy between, 10 down` },
      { id: 'ceiling-2', sentence: `${WARM_UP}, 5 × 3:00 at 115–118 %, 3 easy between, 10 down` },
      { id: 'ceiling-3', sentence: `${WARM_UP}, 6 × 3:00 at 115–118 %, 3 easy between, 10 down` },
      { id: 'ceiling-4', sentence: `${WARM_UP}, 4 × 4:00 at 110–113 %, 4 easy between, 10 down` },
      { id: 'ceiling-5', sentence: `${WARM_UP}, 3 × 5:00 at 106–108 %, 5 easy between, 10 down` },
      { id: 'ceiling-6', sentence: `${WARM_UP}, 5 × 5:00 at 106–108 %, 5 easy between, 10 down` },
      {
        id: 'ceiling-7',
        sentence: `${WARM_UP}, 2 × (3 × 4:00 at 110–113 %, 4:00 easy between), 8:00 easy between, 10 down`,
      },
    ],
  },
  {
    id: 'ceiling-short',
    name: 'Ceiling, short',
    system: 'ceiling',
    purpose: 'Minutes near the ceiling in small pieces.',
    forWhom: 'Riders who break in long ceiling reps.',
    progression: 'Blocks of 1 × 5, 2 × 5, 2 × 8, 2 × 10, 3 × 10 minutes; then watts.',
    watch: ['Ride the first on of a block like the last.'],
    cautions: [],
    place: 'trainer',
    equipment: '',
    trainer: 'free',
    feel: 'The block is one long rep.',
    sessions: [
      {
        id: 'ceiling-short-foot',
        sentence: `${WARM_UP}, 5 × 30/30 at 120 %, 10 down`,
      },
      {
        id: 'ceiling-short-1',
        sentence: `${WARM_UP}, 3 × (5 × 30/30 at 120 %), 5 easy between, 10 down`,
      },
      {
        id: 'ceiling-short-2',
        sentence: `${WARM_UP}, 2 × (10 × 30/30 at 120 %), 5 easy between, 10 down`,
      },
      {
        id: 'ceiling-short-3',
        sentence: `${WARM_UP}, 2 × (10 × 40/20 at 115 %), 5 easy between, 10 down`,
      },
      { id: 'ceiling-short-4', sentence: `${WARM_UP}, 8 × 20 s/10 s max, 10 down` },
      { id: 'ceiling-short-5', sentence: `${WARM_UP}, 8 × 10 s/20 s max, 10 down` },
    ],
  },
  {
    id: 'strength-minutes',
    name: 'Strength minutes',
    system: 'anaerobic',
    purpose: 'Strength that lasts half a minute, then a minute.',
    forWhom: 'Riders of short steep climbs.',
    progression:
      'Twenty of 0:30, then ten of 1:00, then 5 W more each time; once a month near the limit.',
    watch: ['Push a big gear; do not spin.'],
    cautions: [KNEES],
    place: 'climb',
    equipment: 'a big gear',
    trainer: 'slope',
    feel: 'Every one strong; stop when one is not.',
    sessions: [
      {
        id: 'strength-minutes-1',
        sentence: `${WARM_UP}, 20 × 30 s at 130 % 60–70 rpm, 1:30 easy between, 10 down`,
      },
      {
        id: 'strength-minutes-2',
        sentence: `${WARM_UP}, 10 × 1:00 at 130 % 60–70 rpm, 3:00 easy between, 10 down`,
      },
    ],
  },
  {
    id: 'hill-repeats',
    name: 'Hill repeats',
    system: 'anaerobic',
    purpose: 'Short hills, again and again.',
    forWhom: 'Hilly riders.',
    progression:
      'Six of 1:00 at 85–100 %, two more at a time to fifteen; then at 105–120 %; then a steeper hill, or 2:00.',
    watch: ['Wait at the foot until you are ready.'],
    cautions: [QUIET, KNEES],
    place: 'climb',
    equipment: 'a hill of 6–8 %',
    trainer: 'slope',
    feel: 'The roll down is for breath; start when ready.',
    sessions: [
      {
        id: 'hill-repeats-1',
        sentence: `${EASY_WARM_UP}, 6 × 1:00 at 85–100 % 70–80 rpm, every 3rd standing, 2 easy between, 10 down`,
      },
      {
        id: 'hill-repeats-2',
        sentence: `${WARM_UP}, 8 × 1:00 at 105–120 % 70–80 rpm, every 3rd standing, 2 easy between, 10 down`,
      },
      {
        id: 'hill-repeats-3',
        sentence: `${WARM_UP}, 15 × 1:00 at 105–120 % 60–70 rpm, every 3rd last 10 s max, 2 easy between, 10 down`,
      },
      {
        id: 'hill-repeats-4',
        sentence: `${WARM_UP}, 8 × 2:00 at 105–120 % 70–80 rpm, every 3rd standing, 2 easy between, 10 down`,
      },
      {
        id: 'hill-repeats-indoors',
        name: 'Hill repeats on the trainer',
        place: 'trainer',
        equipment: 'trainer on slope, not under 70 rpm',
        sentence: `${EASY_WARM_UP}, 6 × 1:00 at 85–100 % 70–80 rpm, 1:00 easy between, 10 down`,
      },
    ],
  },
  {
    id: 'sprints',
    name: 'Sprints',
    system: 'sprint',
    purpose: 'Speed and force.',
    forWhom: 'Everyone, now and then.',
    progression: '6, 8, 10, 12 on the minute; then 15 s.',
    named: { as: 'Sprints on the minute', by: 'reps' },
    watch: ['Make each sprint fast, not only hard.'],
    cautions: [QUIET],
    place: 'flat road',
    equipment: '',
    trainer: 'free',
    feel: 'Fresh for each; the last as fast as the first.',
    sessions: [
      {
        id: 'sprints-1',
        sentence: '15 building to 80 %, 6 × 10 s max, 50 s easy after each, 10 easy',
      },
      {
        id: 'sprints-2',
        sentence: '15 building to 80 %, 10 × 15 s max, 45 s easy after each, 10 easy',
      },
    ],
  },
];
