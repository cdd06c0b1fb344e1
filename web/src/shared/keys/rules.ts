/** Where a key works: the heading it is listed under. */
export const KEY_PLACES = [
  'Anywhere',
  'In the workshop',
  'On the road',
  'In the table',
  'In the season',
  'On a ride',
  'Riding',
] as const;
export type KeyPlace = (typeof KEY_PLACES)[number];

interface Key {
  readonly place: KeyPlace;
  readonly does: string;
  /** Characters as keyboards produce them, or names of keys; before them the keys that are held. */
  readonly keys: readonly string[];
  /** How it is printed, where the keys do not say it themselves. */
  readonly print?: string;
  /** Works alone, with nothing held: goes with the switch, and is not heard in fields. */
  readonly single?: boolean;
  /** Heard inside fields too. */
  readonly inFields?: boolean;
  /** The coach may choose another character for it. */
  readonly own?: boolean;
}

const single = (place: KeyPlace, does: string, keys: readonly string[], print?: string): Key => ({
  place,
  does,
  keys,
  single: true,
  ...(print === undefined ? {} : { print }),
});
const own = (does: string, key: string): Key => ({
  ...single('Anywhere', does, [key]),
  own: true,
});

/** Every key of the house. What is not listed here does nothing. */
export const KEY_RULES = {
  find: own('Find or do', '/'),
  keys: own('Show the keys', '?'),
  previousRider: own('Previous rider, same station', ','),
  nextRider: own('Next rider, same station', '.'),
  squadWeek: own('Squad week', 'w'),
  station1: own('Tests', '1'),
  station2: own('Zones', '2'),
  station3: own('Sessions', '3'),
  station4: own('Season', '4'),
  station5: own('Rides', '5'),
  undo: { place: 'Anywhere', does: 'Undo', keys: ['ctrl z', 'meta z'], print: 'Ctrl/⌘ Z' },
  redo: {
    place: 'Anywhere',
    does: 'Redo',
    keys: ['ctrl shift z', 'meta shift z', 'ctrl y', 'meta y'],
    print: 'Ctrl/⌘ Shift Z',
  },
  findAlways: {
    place: 'Anywhere',
    does: 'Find or do, also from inside a field',
    keys: ['ctrl k', 'meta k'],
    print: 'Ctrl/⌘ K',
    inFields: true,
  },
  sentence: single('In the workshop', 'To the sentence', ['t']),
  table: single('In the workshop', 'To the table', ['b']),
  road: single('In the workshop', 'To the road', ['p']),
  easierRung: single('In the workshop', 'One rung easier', ['[']),
  harderRung: single('In the workshop', 'One rung harder', [']']),
  assign: single('In the workshop', 'Assign it', ['g']),
  commit: {
    place: 'In the workshop',
    does: 'Assign it, or use it on its day, also from inside a field',
    keys: ['ctrl Enter', 'meta Enter'],
    print: 'Ctrl/⌘ Enter',
    inFields: true,
  },
  insert: single('In the table', 'A step below', ['i']),
  duplicate: single('In the table', 'Duplicate', ['d']),
  makeSet: single('In the table', 'Make a set', ['o']),
  openSet: single('In the table', 'Open the set', ['shift o'], 'Shift O'),
  more: single('In the table', 'One rep more', ['+', '=']),
  fewer: single('In the table', 'One rep fewer', ['-', '−'], '−'),
  remove: { place: 'In the table', does: 'Remove the step', keys: ['Delete'] },
  up: { place: 'In the table', does: 'Move the step up', keys: ['alt ArrowUp'] },
  down: { place: 'In the table', does: 'Move the step down', keys: ['alt ArrowDown'] },
  fill: single('In the season', 'Fill the week', ['f']),
  harderDay: single('In the season', 'One rung harder', ['+', '=']),
  easierDay: single('In the season', 'One rung easier', ['-', '−'], '−'),
  accept: single('On a ride', 'Accept what is suggested', ['a']),
  change: single('On a ride', 'Change it first', ['c']),
  refuse: single('On a ride', 'Refuse it, with a reason', ['x']),
  nextUnread: single('On a ride', 'Next unread ride', ['n']),
  pause: single('Riding', 'Pause, go on', ['Space']),
  harder: single('Riding', '2 % harder', ['ArrowUp']),
  easier: single('Riding', '2 % easier', ['ArrowDown']),
  skip: single('Riding', 'Held for a second: next step', ['ArrowRight']),
  back: single('Riding', 'The step again', ['ArrowLeft']),
  rpe1: single('Riding', 'RPE under 7, where it is asked', ['1']),
  rpe2: single('Riding', 'RPE 7, where it is asked', ['2']),
  rpe3: single('Riding', 'RPE over 7, where it is asked', ['3']),
  endSet: single('Riding', 'End a set that does not hold', ['e']),
  rescue: single('Riding', 'Take the watts that save it', ['r']),
  rideEasy: single('Riding', 'Ride the rest easy', ['y']),
  goOn: single('Riding', 'Go on as asked', ['g']),
  sound: single('Riding', 'Sound on or off', ['m']),
  leave: single('Riding', 'Leave, after asking', ['Escape']),
} as const satisfies Record<string, Key>;

export type KeyId = keyof typeof KEY_RULES;

/** Keys of what has the focus, which every such thing has: told to the reader, bound where it is drawn. */
export const FOCUSED: readonly (readonly [place: KeyPlace, keys: string, does: string])[] = [
  ['Anywhere', 'Enter · Esc on a dotted figure', 'Open its working · give the focus back'],
  ['In the workshop', 'Enter · Esc in the sentence', 'Commit it · as it was'],
  ['In the workshop', 'Alt ↓ in the sentence', 'Other readings'],
  ['On the road', '← →', 'Choose a step'],
  ['On the road', 'Shift ← → · Shift ↑ ↓', 'Its time · its target; with Alt of this rep alone'],
  ['On the road', 'Space', 'Lift it; arrows move it, Space drops it, Esc returns it'],
  ['In the season', 'Arrows', 'From day to day; ↑ ↓ on a bar: 15 min more or less'],
  ['In the season', 'Enter on a day', 'Its week in the planner'],
  [
    'In the season',
    'Space',
    'Lift what stands there; arrows carry it, Space drops it, Esc returns it',
  ],
  ['In the season', 'C while it is lifted', 'Drop a copy'],
  ['In the season', 'Shift Space', 'Lift several: add to what is chosen'],
  ['On a ride', '← → on the edge of a rep', 'A second earlier or later; with Shift ten'],
  ['In the table', 'Arrows · Home · End', 'Move through the table'],
  ['In the table', 'Enter or F2 · Esc', 'Edit a cell · leave it as it was'],
];

/** The rule of a key. */
export function keyRule(id: KeyId): Key {
  return KEY_RULES[id];
}

export const KEY_IDS = Object.keys(KEY_RULES) as KeyId[];
const ARROWS: Readonly<Record<string, string>> = {
  ArrowUp: '↑',
  ArrowDown: '↓',
  ArrowLeft: '←',
  ArrowRight: '→',
  Escape: 'Esc',
};

/** How a key is printed: the characters as they stand on it. */
export function printKey(id: KeyId): string {
  const { print, keys } = keyRule(id);
  if (print !== undefined) return print;
  return (keys[0] ?? '')
    .split(' ')
    .map((part) => ARROWS[part] ?? part.charAt(0).toUpperCase() + part.slice(1))
    .join(' ');
}
