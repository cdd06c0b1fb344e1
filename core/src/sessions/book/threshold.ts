import { CLIMB_WARM_UP } from '../defaults.ts';
import type { BookFamily } from './book.ts';

const START = 'Start calm: the first seconds no higher than the target.';
const SPRINT_END = 'No sprint at the end: it would only show that it was too easy.';
const JUNCTIONS = 'Choose a road without junctions.';

/** Families around FTP. Source: handbook section 7, the book. */
export const THRESHOLD_FAMILIES: readonly BookFamily[] = [
  {
    id: 'sweet-spot',
    name: 'Sweet spot',
    system: 'threshold',
    purpose: 'Much time near threshold at a fair price.',
    forWhom: 'Riders with little time.',
    progression: '20, 24, 30, 36, 40, 45, 48, 60, 75, 90, 120 minutes at the same watts.',
    watch: [START, JUNCTIONS],
    cautions: [],
    place: 'flat road',
    equipment: '',
    trainer: 'held watts',
    feel: 'A few words; it could go on.',
    sessions: [
      {
        id: 'sweet-spot-foot',
        sentence: '15 building to 80 %, 2 × 10 at 88–94 %, 5 easy between, 10 down',
      },
      {
        id: 'sweet-spot-1',
        sentence: '15 building to 80 %, 3 × 12 at 88–94 %, 6 easy between, 10 down',
      },
      {
        id: 'sweet-spot-2',
        sentence: '15 building to 80 %, 4 × 10 at 88–94 %, 5 easy between, 10 down',
      },
      {
        id: 'sweet-spot-3',
        sentence: '15 building to 80 %, 4 × 15 at 88–94 %, 7:30 easy between, 10 down',
      },
      {
        id: 'sweet-spot-4',
        sentence: '15 building to 80 %, 5 × 12 at 88–94 %, 6 easy between, 10 down',
      },
      {
        id: 'sweet-spot-5',
        sentence: '15 building to 80 %, 3 × 20 at 88–94 %, 10 easy between, 10 down',
      },
    ],
  },
  {
    id: 'threshold-longer',
    name: 'Threshold, longer',
    system: 'threshold',
    purpose: 'Hold threshold longer.',
    forWhom: 'Everyone after base; start with 3 × 8.',
    progression:
      '20, 24, 30, 36, 40, 45, 48, 60, 75, 90, 120 minutes at the same watts; in build a shorter rest.',
    watch: [START, SPRINT_END],
    cautions: [],
    place: 'climb',
    equipment: '',
    trainer: 'held watts',
    feel: 'Start calm, settle by 1:00; the last rep looks like the first.',
    sessions: [
      {
        id: 'threshold-longer-2',
        sentence: '15 building to 90 %, 2 × 10 at 95–100 %, 5 easy between, 10 down',
      },
      {
        id: 'threshold-longer-1',
        sentence: '15 building to 90 %, 3 × 8:00 at 95–100 %, 4 easy between, 10 down',
      },
      {
        id: 'threshold-longer-3',
        sentence: '15 building to 90 %, 4 × 8:00 at 95–100 %, 4 easy between, 10 down',
      },
      {
        id: 'threshold-longer-4',
        sentence: '15 building to 90 %, 2 × 20 at 95–100 %, 10 easy between, 10 down',
      },
      {
        id: 'threshold-longer-5',
        sentence: '15 building to 90 %, 4 × 15 at 95–100 %, 7:30 easy between, 10 down',
      },
      {
        id: 'threshold-longer-6',
        sentence: '15 building to 90 %, 3 × 20 at 95–100 %, 10 easy between, 10 down',
      },
    ],
  },
  {
    id: 'threshold-higher',
    name: 'Threshold, higher',
    system: 'threshold',
    purpose: 'Push threshold up from below.',
    forWhom: 'Riders who hold 40 minutes at 95–100 %.',
    progression: '3, 4, 5 × 8:00, then 2 % more, its middle to 105 %.',
    watch: [START, SPRINT_END],
    cautions: [],
    place: 'climb',
    equipment: '',
    trainer: 'held watts',
    feel: 'Hard from the fourth minute of each.',
    sessions: [
      {
        id: 'threshold-higher-foot',
        sentence: '15 building to 90 %, 3 × 8:00 at 100–105 %, 4 easy between, 10 down',
      },
      {
        id: 'threshold-higher-1',
        sentence: '15 building to 90 %, 4 × 8:00 at 100–105 %, 5 easy between, 10 down',
      },
      {
        id: 'threshold-higher-2',
        sentence: '15 building to 90 %, 4 × 8:00 at 100–105 %, 4 easy between, 10 down',
      },
      {
        id: 'threshold-higher-3',
        sentence: '15 building to 90 %, 5 × 8:00 at 100–105 %, 4 easy between, 10 down',
      },
    ],
  },
  {
    id: 'over-unders',
    name: 'Over-unders',
    system: 'threshold',
    purpose: 'Clear lactate while riding.',
    forWhom: 'Riders whose hard rides are uneven.',
    progression:
      'One block of 10 minutes, then two, three, four; then the over 2 % higher, to 115 %.',
    watch: ['Keep pedalling through the unders.'],
    cautions: [],
    place: 'trainer',
    equipment: '',
    trainer: 'held watts',
    feel: 'The overs bite, the unders give just enough back.',
    sessions: [
      {
        id: 'over-unders-1',
        sentence: '15 building to 90 %, 5 × (1:00 at 110 % and 1:00 at 90 %), 10 down',
      },
      {
        id: 'over-unders-2',
        sentence:
          '15 building to 90 %, 2 × (5 × (1:00 at 110 % and 1:00 at 90 %)), 5 easy between, 10 down',
      },
      {
        id: 'over-unders-3',
        sentence:
          '15 building to 90 %, 3 × (5 × (1:00 at 110 % and 1:00 at 90 %)), 5 easy between, 10 down',
      },
    ],
  },
  {
    id: 'goal-climbs',
    name: 'Goal-power climbs',
    system: 'threshold',
    purpose: 'Learn what the goal feels like.',
    forWhom: 'Riders with a climb for a goal.',
    progression:
      'At goal power 3 × 12, 3 × 15, 4 × 15, 3 × 20; above it 5 × 3, 4 × 4, 3 × 5, 4 × 5; every second week the whole climb at 95 %.',
    watch: [START],
    cautions: ['On the road: a climb without junctions; descents are for recovering.'],
    place: 'climb',
    equipment: '',
    trainer: 'slope',
    feel: 'As the goal will: even, a little held back.',
    sessions: [
      {
        id: 'goal-climbs-1',
        sentence: '20 building to 85 %, 3 × 12 at 100 % of goal, 6 easy between, 10 down',
      },
      {
        id: 'goal-climbs-2',
        sentence: '20 building to 85 %, 4 × 15 at 100 % of goal, 7:30 easy between, 10 down',
      },
      {
        id: 'goal-climbs-3',
        sentence: '20 building to 85 %, 3 × 20 at 100 % of goal, 10 easy between, 10 down',
      },
      {
        id: 'goal-climbs-4',
        foot: true,
        sentence: '20 building to 88–94 %, 5 × 3:00 at 110–115 % of goal, 3 easy between, 10 down',
      },
      {
        id: 'goal-climbs-5',
        sentence: '20 building to 88–94 %, 4 × 4:00 at 110–115 % of goal, 4 easy between, 10 down',
      },
      {
        id: 'goal-climbs-6',
        sentence: '20 building to 88–94 %, 3 × 5:00 at 110–115 % of goal, 5 easy between, 10 down',
      },
      {
        id: 'goal-climbs-7',
        sentence: '20 building to 88–94 %, 4 × 5:00 at 110–115 % of goal, 5 easy between, 10 down',
      },
      {
        id: 'goal-climbs-whole',
        name: 'The whole climb at 95 %',
        sentence: `${CLIMB_WARM_UP}, until lap about 30:00 at 95 % of goal "to the top", 10 down`,
      },
    ],
  },
  {
    id: 'steady-ninety',
    name: 'Steady ninety',
    system: 'threshold',
    purpose: 'Ninety minutes at the foot of Threshold.',
    forWhom: 'Seasoned riders.',
    progression: 'One per cent more each time, the same road and length.',
    watch: [START, JUNCTIONS],
    cautions: [],
    place: 'flat road',
    equipment: '',
    trainer: 'held watts',
    feel: 'Long. Eat from the first quarter of an hour.',
    sessions: [
      {
        id: 'steady-ninety-1',
        sentence: '15 building to 80 %, 1 h 30 at 91–93 %, 10 down',
      },
    ],
  },
];
