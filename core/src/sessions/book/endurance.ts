import type { BookFamily } from './book.ts';

const NO_PUSHING = 'Let the speed drop on little rises.';
const KNEES = 'Low cadence at high power loads knees: build it over 3–6 months, stop at pain.';
const UNFUELLED =
  'Easy, short, never alone in the cold, not for weight loss. Not under 18, in pregnancy, with diabetes, disordered eating, lost periods, repeated bone injury, rapid weight loss or low mood.';
const SPRINT_ROAD = 'Sprint on a quiet road, see what is coming, leave room to slow.';

/** Families at and below Tempo, and what is not structured. Source: handbook section 7, the book. */
export const ENDURANCE_FAMILIES: readonly BookFamily[] = [
  {
    id: 'endurance',
    name: 'Endurance',
    system: 'endurance',
    purpose: 'Ride long on little: the ground everything else stands on.',
    forWhom: 'Everyone, all year.',
    progression:
      'A quarter of an hour longer, from three hours on half an hour, up to the long-ride limit; over a month 10–20 %.',
    watch: [NO_PUSHING, 'Whole sentences all the way.'],
    cautions: [],
    place: 'flat road',
    equipment: '',
    trainer: 'held watts',
    feel: 'Easy at first and steady at the end; you could always talk.',
    sessions: [
      { id: 'endurance-1', sentence: '1 h at 56–75 %' },
      { id: 'endurance-2', sentence: '1 h 30 at 56–75 %' },
      { id: 'endurance-3', sentence: '2 h at 56–75 %' },
      { id: 'endurance-4', sentence: '3 h at 56–75 %' },
      { id: 'endurance-5', sentence: '4 h at 56–75 %' },
      { id: 'endurance-6', sentence: '6 h at 56–75 %' },
    ],
  },
  {
    id: 'endurance-sprints',
    name: 'Endurance with sprints',
    system: 'endurance',
    purpose: 'Endurance that keeps the legs quick.',
    forWhom: 'Riders who only ever ride steadily.',
    progression: 'The ride grows as endurance rides do; the sprints stay.',
    named: { as: 'Endurance with sprints', by: 'total' },
    watch: ['From low speed, one gear, legs spinning.'],
    cautions: [SPRINT_ROAD],
    place: 'flat road',
    equipment: '',
    trainer: 'free',
    feel: 'The sprints leave no trace in the hour after.',
    sessions: [
      {
        id: 'endurance-sprints-1',
        sentence:
          '45 at 56–75 %, 3 × 15 s max "from low speed, one gear", 5 at 60 % between, 30 at 56–75 %',
      },
      {
        id: 'endurance-sprints-2',
        sentence:
          '1 h at 56–75 %, 4 × 15 s max "from low speed, one gear", 5 at 60 % between, 1 h at 56–75 %',
      },
    ],
  },
  {
    id: 'drills',
    name: 'Drills',
    system: 'endurance',
    purpose: 'A round, quick pedal stroke.',
    forWhom: 'New riders, and everyone in the first weeks.',
    progression: 'To an hour, no further.',
    watch: ['If you bounce on the saddle, spin a little slower.'],
    cautions: [],
    place: 'trainer',
    equipment: 'trainer',
    trainer: 'free',
    feel: 'Quick, never hard.',
    sessions: [
      {
        id: 'drills-1',
        name: 'One leg at a time',
        sentence:
          '15 at 60 %, 6 × (30 s at 50 % "left leg" and 30 s at 50 % "right leg"), 2 easy between, 15 at 60 %',
      },
      {
        id: 'drills-2',
        name: 'Quick legs',
        sentence: '15 at 60 %, 6 × 2:00 at 65 % 105–115 rpm, 3 at 60 % between, 15 at 60 %',
      },
    ],
  },
  {
    id: 'unfuelled',
    name: 'Unfuelled easy ride',
    system: 'endurance',
    purpose: 'An easy ride before breakfast.',
    forWhom: 'Seasoned, healthy riders, now and then.',
    progression: 'A quarter of an hour longer, to two hours, no further; it stays easy.',
    named: { as: 'Before breakfast', by: 'total' },
    watch: ['No hurry at all.'],
    cautions: [UNFUELLED],
    place: 'flat road',
    equipment: 'food in the pocket',
    trainer: 'held watts',
    feel: 'Dull and easy. Eat as soon as it is more than that.',
    unfuelled: true,
    sessions: [
      { id: 'unfuelled-1', sentence: '1 h at 50–65 %' },
      { id: 'unfuelled-2', sentence: '1 h 30 at 50–65 %' },
    ],
  },
  {
    id: 'steady-blocks',
    name: 'Steady blocks',
    system: 'endurance',
    purpose: 'Even pressure without spikes.',
    forWhom: 'Everyone in base; in build a little harder.',
    progression:
      '2 × 15, 2 × 20, 3 × 20, 2 × 30, 3 × 30 at 70–75 %; then from 2 × 15 at 80–85 %; later one in hour 1 and one in hour 3.',
    watch: ['Roll out of corners without a spike.', NO_PUSHING],
    cautions: [],
    place: 'flat road',
    equipment: '',
    trainer: 'held watts',
    feel: 'Nothing to it for ten minutes, then concentration.',
    sessions: [
      {
        id: 'steady-blocks-1',
        sentence: '15 at 60 %, 2 × 15 at 70–75 %, 15 at 60 % between, 15 at 60 %',
      },
      {
        id: 'steady-blocks-2',
        sentence: '15 at 60 %, 3 × 20 at 70–75 %, 20 at 60 % between, 15 at 60 %',
      },
      {
        id: 'steady-blocks-3',
        sentence: '15 at 60 %, 2 × 30 at 80–85 %, 30 at 60 % between, 15 at 60 %',
      },
      {
        id: 'steady-blocks-4',
        name: 'One in hour 1, one in hour 3',
        sentence: '30 at 60 %, 30 at 80–85 %, 1 h 15 at 60 %, 30 at 80–85 %, 15 at 60 %',
      },
    ],
  },
  {
    id: 'low-cadence',
    name: 'Low cadence',
    system: 'tempo',
    purpose: 'Force on the pedals.',
    forWhom: 'Climbers and time triallists with sound knees.',
    progression:
      '4 × 4, 4 × 6, 5 × 6, 4 × 10 at 50–60 rpm; 40–50 rpm only after three months of it.',
    watch: ['Keep the hands light on the bars.', 'Hold the cadence down.'],
    cautions: [KNEES],
    place: 'climb',
    equipment: 'a big gear',
    trainer: 'slope',
    feel: 'Heavy legs, quiet breath.',
    sessions: [
      {
        id: 'low-cadence-1',
        sentence:
          '15 building to 75 %, 4 × 4:00 at 80–88 % seated 50–60 rpm, 4 at 50 % 95–105 rpm between, 10 down',
      },
      {
        id: 'low-cadence-2',
        sentence:
          '15 building to 75 %, 4 × 6:00 at 80–88 % seated 50–60 rpm, 6 at 50 % 95–105 rpm between, 10 down',
      },
      {
        id: 'low-cadence-3',
        name: '4 × 10:00 at 40–50 rpm',
        sentence:
          '15 building to 75 %, 4 × 10:00 at 80–88 % seated 40–50 rpm, 10 at 50 % 95–105 rpm between, 10 down',
      },
      {
        id: 'low-cadence-4',
        sentence: '15 building to 75 %, 2 × 20 at 85–95 % 65–70 rpm, 10 easy between, 10 down',
      },
      {
        id: 'low-cadence-5',
        name: 'Over-unders by gear',
        sentence:
          '15 building to 75 %, 4 × (2:00 at 88 % 55–60 rpm and 2:00 at 88 % 85–90 rpm), 4 easy between, 10 down',
      },
    ],
  },
  {
    id: 'tempo',
    name: 'Tempo',
    system: 'tempo',
    purpose: 'A pace to hold for hours.',
    forWhom: 'Long riders; everyone coming out of base.',
    progression: '20 to 120 minutes at target, the same watts.',
    watch: ['Take the first minutes easy.'],
    cautions: [],
    place: 'flat road',
    equipment: '',
    trainer: 'held watts',
    feel: 'Short sentences.',
    sessions: [
      {
        id: 'tempo-foot',
        sentence: '15 building to 75 %, 2 × 10 at 76–88 %, 5 easy between, 10 down',
      },
      {
        id: 'tempo-1',
        sentence: '15 building to 75 %, 2 × 20 at 76–88 %, 10 easy between, 10 down',
      },
      {
        id: 'tempo-2',
        sentence: '15 building to 75 %, 3 × 20 at 76–88 %, 10 easy between, 10 down',
      },
    ],
  },
  {
    id: 'no-let-up',
    name: 'No let-up',
    system: 'tempo',
    purpose: 'Pressure that never quite goes away.',
    forWhom: 'Riders of long hilly rides.',
    progression:
      '60, 90, 120, 150 minutes in all; then every effort 3 % of FTP higher, twice; no further.',
    named: { as: 'No let-up', by: 'total' },
    watch: ['Keep pedalling between.'],
    cautions: [],
    place: 'flat road',
    equipment: '',
    trainer: 'held watts',
    feel: 'Never hard, never easy.',
    sessions: [
      {
        id: 'no-let-up-1',
        sentence:
          '12 building to 80 %, 11 × (3:00 at 72–78 % and 1:00 at 88–94 %), 4 falling from 75 to 50 %',
      },
      {
        id: 'no-let-up-2',
        sentence:
          '10 building to 80 %, 19 × (3:00 at 72–78 % and 1:00 at 88–94 %), 4 falling from 75 to 50 %',
      },
      {
        id: 'no-let-up-3',
        sentence:
          '12 building to 80 %, 26 × (3:00 at 72–78 % and 1:00 at 88–94 %), 4 falling from 75 to 50 %',
      },
      {
        id: 'no-let-up-4',
        sentence:
          '10 building to 80 %, 34 × (3:00 at 72–78 % and 1:00 at 88–94 %), 4 falling from 75 to 50 %',
      },
    ],
  },
  {
    id: 'kicks',
    name: 'Kicks',
    system: 'tempo',
    purpose: 'Jump and settle, again and again.',
    forWhom: 'Riders of group rides and races.',
    progression:
      '40, 60, 90, 120 minutes in all; then every effort 3 % of FTP higher, twice; no further.',
    named: { as: 'Kicks', by: 'total' },
    watch: ['Pedal on after the kick.'],
    cautions: [SPRINT_ROAD],
    place: 'flat road',
    equipment: '',
    trainer: 'free',
    feel: 'A punch, then breath that comes back while riding.',
    sessions: [
      {
        id: 'kicks-1',
        sentence: '10 building to 80 %, 10 × (15 s at 140 % and 1:45 at 75 %), 10 down',
      },
      {
        id: 'kicks-2',
        sentence: '10 building to 80 %, 20 × (15 s at 140 % and 1:45 at 75 %), 10 down',
      },
    ],
  },
  {
    id: 'free',
    name: 'Free',
    system: 'endurance',
    purpose: 'Riding that nobody planned, looked at afterwards.',
    forWhom: 'Everyone.',
    progression: 'None.',
    watch: [],
    cautions: ['Obey traffic law; descents are for recovering.'],
    place: 'group',
    equipment: '',
    trainer: 'free',
    feel: 'As it comes.',
    sport: 'free ride',
    sessions: [
      { id: 'free-group', name: 'Group ride or race', sentence: '2 h at rpe 6' },
      { id: 'free-joy', name: 'Ride for joy', sentence: '1 h 30 at rpe 3' },
    ],
  },
  {
    id: 'strength-core',
    name: 'Strength and core',
    system: 'endurance',
    purpose: 'A trunk that holds the legs.',
    forWhom: 'Everyone, twice a week.',
    progression: 'Weight before repetitions, with a qualified coach.',
    watch: ['Form before speed.'],
    cautions: ['Learn the lifts from somebody qualified.'],
    place: 'any',
    equipment: 'gym',
    trainer: 'free',
    feel: 'Two more would have gone.',
    sport: 'strength',
    sessions: [
      { id: 'strength-core-1', name: 'Strength, 40', sentence: '40 at rpe 6' },
      { id: 'strength-core-2', name: 'Core, 20', sentence: '20 at rpe 4' },
    ],
  },
  {
    id: 'other-sports',
    name: 'Other sports',
    system: 'endurance',
    purpose: 'Running, swimming, skiing: logged with minutes and RPE.',
    forWhom: 'Everyone out of season.',
    progression: 'None.',
    watch: [],
    cautions: [],
    place: 'any',
    equipment: '',
    trainer: 'free',
    feel: 'As it comes.',
    sport: 'other',
    sessions: [{ id: 'other-1', name: 'Another sport, 1 h', sentence: '1 h at rpe 4' }],
  },
];
