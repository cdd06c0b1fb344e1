import { parseSentence, printSentence, problemsOf } from '@uphill/core/sessions';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newId, plan } from './support.ts';

/** Sentences of coaches and what they mean, as it is printed; `>` marks what must be asked about, by its other readings. */
const SAID = `
20min easy then 5x3min @ 120% w/ 3min recoveries, 10min cooldown | 20:00 easy, 5 × 3:00 at 120 %, 3:00 easy between, 10:00 down
10 x 1min hard, 3min easy | 10 × 1:00 at rpe 8, 3:00 easy between
3x(10x40/20) 5min between | 3 × (10 × 40 s max, 20 s easy after each), 5:00 easy between
2x20 sweetspot | 2 × 20:00 at 88–94 %
2h z2 with 6 x 10s sprints | 40:00 at zone 2, 6 × 10 s max, 6:30 at zone 2 after each, 40:00 at zone 2
over-unders 3x10 (2' @95 / 1' @105) | 3 × (3 × (2:00 at 95 % and 1:00 at 105 %), 1:00 at 95 %)
20 min from 100 to 300 W | 20:00 building from 100 W to 300 W
4 x 4 min at VO2max, 4 min off | 4 × 4:00 at zone 5, 4:00 easy between
5 x 4 on 4 off at 110% | 5 × 4:00 at 110 %, 4:00 easy after each
5 by 5 minutes all out, full recovery | 5 × 5:00 max, until lap easy between
3 x 12 at threshold (5 min recovery between) | 3 × 12:00 at zone 4, 5:00 easy between
90 min endurance with the last 20 min at tempo | 1 h 30 at zone 2, last 20:00 at zone 3
4 x 8 at 100% with 4:30 recovery | 4 × 8:00 at 100 %, 4:30 easy between
4x8 @100%, r = 5 | 4 × 8:00 at 100 %, 5:00 easy between
4x8 @100%, rest 5 | 4 × 8:00 at 100 %, 5:00 easy between
4x8 @100% rec 3 | 4 × 8:00 at 100 %, 3:00 easy between
5 x 6 min at 85% at 60 rpm, seated, uphill, 6 min easy | 5 × 6:00 at 85 % seated 60 rpm "uphill", 6:00 easy between
6 x 3 min at FTP+5%, 3 min easy | 6 × 3:00 at 105 %, 3:00 easy between
3 x three minutes at 108 percent, 3 easy | 3 × 3:00 at 108 %, 3:00 easy between
15 min warm up, 3x10 @ 95%, 5 easy, cool down | 15:00 building to 75 %, 3 × 10:00 at 95 %, 5:00 easy between, 10:00 down
WU 15, 4x4' @ 112%, 4' rest, CD 10 | 15:00 building to 75 %, 4 × 4:00 at 112 %, 4:00 easy between, 10:00 down
warm-up 15 min, 2x20 @ 95%, 10 easy between, cool-down 10 min | 15:00 building to 75 %, 2 × 20:00 at 95 %, 10:00 easy between, 10:00 down
4 × 8 at 100 %, 4 easy, 10 down | 4 × 8:00 at 100 %, 4:00 easy between, 10:00 down
8x30''/30'' @ 120% | 8 × 30 s at 120 %, 30 s easy after each
6 x 30" max, 4' rec | 6 × 30 s max, 4:00 easy between
10 × 1′ at 125 %, 3′ recovery | 10 × 1:00 at 125 %, 3:00 easy between
5x5' @ 106-108%, 5' off | 5 × 5:00 at 106–108 %, 5:00 easy between
5 X 5' @108% w/ 5' easy b/w | 5 × 5:00 at 108 %, 5:00 easy between
3 sets of 10 x 30/15 at 120%, 5 min easy between sets | 3 × (10 × 30 s at 120 %, 15 s easy after each), 5:00 easy between
2 sets of (4 x 3 min at 115%, 3 min easy between), 8 min between sets | 2 × (4 × 3:00 at 115 %, 3:00 easy between), 8:00 easy between
4 reps of 8 minutes at threshold with 4 minutes recovery | 4 × 8:00 at zone 4, 4:00 easy between
four times eight minutes at 100 %, four minutes easy between | 4 × 8:00 at 100 %, 4:00 easy between
4 8-minute intervals @ 100%, 4 min rest | 4 × 8:00 at 100 %, 4:00 easy between
Four 8 minute reps at 102%, 4 min recovery between reps | 4 × 8:00 at 102 %, 4:00 easy between
(3 min at 110%, 3 min easy) x 5 | 5 × (3:00 at 110 % and 3:00 easy)
(3 min at 110%, 3 min easy) 5 times | 5 × (3:00 at 110 % and 3:00 easy)
10x(30s max, 30s easy) | 10 × (30 s max and 30 s easy)
half an hour easy, then 3 x 10 min tempo, 5 min rest | 30:00 easy, 3 × 10:00 at zone 3, 5:00 easy between
an hour and a half at endurance pace | 1 h 30 at zone 2
an hour easy | 1 h 00 easy
2 hours endurance riding | 2 h 00 at zone 2
2½ h z2 | 2 h 30 at zone 2
1h30 in zone 2 | 1 h 30 at zone 2
3 hrs at 65% | 3 h 00 at 65 %
90 mins @ 60-70% | 1 h 30 at 60–70 %
20 minutes of easy spinning, 3x5 min at 105%, 5 min easy spin between each, 10 minutes easy | 20:00 easy, 3 × 5:00 at 105 %, 5:00 easy between, 10:00 easy
10 min gently, 5 x 1 min hard with 2 min easy between each, 10 min gentle | 10:00 easy, 5 × 1:00 at rpe 8, 2:00 easy between, 10:00 easy
15' easy; 6x2' @ 115%; 2' rec; 15' easy | 15:00 easy, 6 × 2:00 at 115 %, 2:00 easy between, 15:00 easy
15 wu + 3x12 @ 90% (6 rest) + 10 cd | 15:00 building to 75 %, 3 × 12:00 at 90 %, 6:00 easy between, 10:00 down
8 x 20 sec all-out, 10 sec easy after each | 8 × 20 s max, 10 s easy after each
10 sprints? | >
6 x 10 s sprints, 5 min easy | 6 × 10 s max, 5:00 easy between
12 x 10 s max on the minute | 12 × 10 s max, 50 s easy after each
10 x 1 min at 120% on the 3 | 10 × 1:00 at 120 %, 2:00 easy after each
10 x 1 min at 120% every 3 min | 10 × 1:00 at 120 %, 2:00 easy after each
6 x 30s on 4 min off at 150% | 6 × 30 s at 150 %, 4:00 easy after each
20 x 30 s on 30 s off at 115 % | 20 × 30 s at 115 %, 30 s easy after each
3 x 20 min at 250 watts, 10 min recovery | 3 × 20:00 at 250 W, 10:00 easy between
3x20@250w r=10 | 3 × 20:00 at 250 W, 10:00 easy between
2 x 20 min @ 95 pct of FTP, 5 mins easy | 2 × 20:00 at 95 %, 5:00 easy between
2x15 5% below FTP, 5 easy between | 2 × 15:00 at 95 %, 5:00 easy between
3x5 at 10 % above threshold, 5 easy between | 3 × 5:00 at 110 %, 5:00 easy between
3x8 at 1.05 FTP, 4 rest | 3 × 8:00 at 105 %, 4:00 easy between
3x8 at 0.95 x FTP, 4 rest | 3 × 8:00 at 95 %, 4:00 easy between
4 x 5 min very hard, equal recovery | 4 × 5:00 at rpe 9, 5:00 easy between
4 x 30 s flat out, full recovery | 4 × 30 s max, until lap about 1:30 easy between
5 x 3 min at rpe 9/10, 3 min easy | 5 × 3:00 at rpe 9, 3:00 easy between
5 x 3 min, 8 out of 10, 3 min easy | >
4 x 6 min comfortably hard, 3 min off | 4 × 6:00 at rpe 7, 3:00 easy between
30 min moderate | 30:00 at rpe 6
3 x 10 min at goal pace, 5 min easy | 3 × 10:00 at 100 % of goal, 5:00 easy between
3 x 10 min at race power, 5 min easy between | 3 × 10:00 at 100 % of goal, 5:00 easy between
5 x 3 at 110% of goal power, 3 easy between | 5 × 3:00 at 110 % of goal, 3:00 easy between
4 x 10 min @ 88-92% cadence 55-60, 5 min easy | 4 × 10:00 at 88–92 % 55–60 rpm, 5:00 easy between
4 x 10 min @ 90% 60 revs seated, 5 min easy | 4 × 10:00 at 90 % seated 60 rpm, 5:00 easy between
6 x 1 min at 120% out of the saddle, 2 min easy | 6 × 1:00 at 120 % standing, 2:00 easy between
6 x 1 min uphill at 120%, 2 min easy | 6 × 1:00 at 120 % "uphill", 2:00 easy between
60 min under 145 bpm | 1 h 00 under 145 bpm
2 x 30 min at 140-150 bpm, 10 easy between | 2 × 30:00 at 140–150 bpm, 10:00 easy between
20 min progressing from 60% to 90% | 20:00 building from 60 % to 90 %
15 min ramping up to 90 % | 15:00 building to 90 %
10 min dropping from 75% to 50% | 10:00 falling from 75 % to 50 %
ramp 100-160 W, 20 W a minute | 1:00 at 100 W, 1:00 at 120 W, 1:00 at 140 W, 1:00 at 160 W
ramp from 200 to 240 watts by 20 W per minute | 1:00 at 200 W, 1:00 at 220 W, 1:00 at 240 W
Warm up for 20 minutes, then do 3 x 8 min at FTP with 4 min recovery, then cool down for 10 minutes. | 20:00 building to 75 %, 3 × 8:00 at 100 %, 4:00 easy between, 10:00 down
Please do 20 min easy. Then 4 x 4 min at 115%. Take 4 min easy between. Cool down. | 20:00 easy, 4 × 4:00 at 115 %, 4:00 easy between, 10:00 down
15 min easy to start, 2x20 at 90%, 5 easy between, 10 min easy to finish | 15:00 easy, 2 × 20:00 at 90 %, 5:00 easy between, 10:00 easy
10 min to warm up, 30 min at tempo, 10 min to cool down | 10:00 building to 75 %, 30:00 at zone 3, 10:00 down
20' WU, 5x(4' @ 110%, 4' easy), 10' CD | 20:00 building to 75 %, 5 × (4:00 at 110 % and 4:00 easy), 10:00 down
w/u 10, 20 tempo, c/d 10 | 10:00 building to 75 %, 20:00 at zone 3, 10:00 down
warm-up, 4x4 @ 110%, 4 easy, warm down | 15:00 building to 75 %, 4 × 4:00 at 110 %, 4:00 easy between, 10:00 down
3 x 15min SS, 5min RI | 3 × 15:00 at 88–94 %, 5:00 easy between
4x10 sweet-spot (5 off) | 4 × 10:00 at 88–94 %, 5:00 easy between
3 × 15 in the middle domain, 5 easy between | 3 × 15:00 at zone 2 of Three domains, 5:00 easy between
3 × 15 between LT1 and LT2, 5 easy between | 3 × 15:00 at zone 2 of Three domains, 5:00 easy between
2 h under LT1 | 2 h 00 at zone 1 of Three domains
5 x 4 min above LT2, 4 min easy | 5 × 4:00 at zone 3 of Three domains, 4:00 easy between
1 h 30 endurance including 4 x 15 s sprints | 30:00 at zone 2, 4 × 15 s max, 7:15 at zone 2 after each, 30:00 at zone 2
2h at 65% incl. 5 x 12s sprints spread through the ride | 40:00 at 65 %, 5 × 12 s max, 7:48 at 65 % after each, 40:00 at 65 %
3x9 (2 min at 95 % / 1 min at 105 %), 5 easy between | 3 × (3 × (2:00 at 95 % and 1:00 at 105 %)), 5:00 easy between
over/unders? 5 x (1 min at 110% and 1 min at 90%) | >
5 x (1 min at 110% & 1 min at 90%) | 5 × (1:00 at 110 % and 1:00 at 90 %)
5 x (1 min @ 110% + 1 min @ 90%) | 5 × (1:00 at 110 % and 1:00 at 90 %)
4 x 3min 30 at 112%, 3min easy | 4 × 3:30 at 112 %, 3:00 easy between
4 x 3:30 at 112%, 3:30 easy between | 4 × 3:30 at 112 %, 3:30 easy between
4 x 2.5 min at 118%, 2.5 min easy | 4 × 2:30 at 118 %, 2:30 easy between
6 x two and a half minutes at 115 %, 2 min easy | 6 × 2:30 at 115 %, 2:00 easy between
8 x 90 secs at 120%, 90 secs easy | 8 × 1:30 at 120 %, 1:30 easy between
8 x 90s @ 120 %, 3 min recovery, 15 min easy | 8 × 1:30 at 120 %, 3:00 easy between, 15:00 easy
5 x 3 min at 118 %, 3 min easy, 3 min easy | 5 × 3:00 at 118 %, 3:00 easy between, 3:00 easy
twice 20 min at 95%, 10 easy between | 2 × 20:00 at 95 %, 10:00 easy between
do 4 x 5 min at 105 % and rest 3 min | 4 × 5:00 at 105 %, 3:00 easy between
repeat 4 times: (5 min at 100 %, 2 min easy) | 4 × (5:00 at 100 % and 2:00 easy)
3 rounds of (4 x 1 min at 120 %, 1 min easy between), 5 min rest between rounds | 3 × (4 × 1:00 at 120 %, 1:00 easy between), 5:00 easy between
6 efforts of 4 min at 108 %, rest 4 min between efforts | 6 × 4:00 at 108 %, 4:00 easy between
45' Z2, 15' Z3, 10' easy | 45:00 at zone 2, 15:00 at zone 3, 10:00 easy
1 hr easy + 4 x 30 s high cadence? | >
5 x 8 min tempo 3 min rest, all seated? | >
20 min at 70 %, 3 x 10 min at 88 % at 60-65 rpm, 5 min easy between, 10 min down | 20:00 at 70 %, 3 × 10:00 at 88 % 60–65 rpm, 5:00 easy between, 10:00 down
3x10min @ threshold with 5min of recovery in between | 3 × 10:00 at zone 4, 5:00 easy between
3x10min @ threshold, take 5 min off between reps | 3 × 10:00 at zone 4, 5:00 easy between
4x4min hard; 3min easy; 10min c/d | 4 × 4:00 at rpe 8, 3:00 easy between, 10:00 down
forty-five minutes at tempo | 45:00 at zone 3
three quarters of an hour at 75 % | 45:00 at 75 %
quarter of an hour easy, twenty minutes tempo | 15:00 easy, 20:00 at zone 3
about 20 min easy, ~15 min at 80% | 20:00 easy, 15:00 at 80 %
3 × 10 min at 90 % "shoulders loose", 5 easy between | 3 × 10:00 at 90 % "shoulders loose", 5:00 easy between
2 x 15 min at 75 % "15 min warm up pace", 15 easy between | 2 × 15:00 at 75 % "15 min warm up pace", 15:00 easy between
10 min WU; 3x(3x3min @ 115%, 2min easy), 5min easy between sets; 10min CD | 10:00 building to 75 %, 3 × (3 × 3:00 at 115 %, 2:00 easy between), 5:00 easy between, 10:00 down
5x5min@105%/3min easy | 5 × 5:00 at 105 %, 3:00 easy between
6x3min on/3min off @ 115% | 6 × 3:00 at 115 %, 3:00 easy after each
1hr Z2 then 3x10min Z4 (5min RBI) | 1 h 00 at zone 2, 3 × 10:00 at zone 4, 5:00 easy between
5 x 3 minutes at 115% FTP with 3 minutes recovery | 5 × 3:00 at 115 %, 3:00 easy between
3 x 8' @ 270W (rec 4') | 3 × 8:00 at 270 W, 4:00 easy between
3 x 8' @ 270-280W, 4' r | 3 × 8:00 at 270–280 W, 4:00 easy between
12x30s@150%, 30s rec, 3 sets, 5min between sets | 3 × (12 × 30 s at 150 %, 30 s easy between), 5:00 easy between
ride 2 hours at an easy pace | 2 h 00 easy
4x8 threshold 2min rest | 4 × 8:00 at zone 4, 2:00 easy between
10min build from 100W to 200W | 10:00 building from 100 W to 200 W
10min progressive 50-75% | 10:00 building to 75 %
sprints: 8x12s, 4min easy | 8 × 12 s max, 4:00 easy between
60min @ 65% w/ 5x10s sprints | 20:00 at 65 %, 5 × 10 s max, 3:50 at 65 % after each, 20:00 at 65 %
3h endurance with 4x8min tempo in the middle | 29:00 at zone 2, 4 × 8:00 at zone 3, 29:00 at zone 2 between, 32:00 at zone 2
6×2′ hill reps @ 110%, roll down | 6 × 2:00 at 110 %, until lap about 2:00 easy between
6 x 2 min uphill hard, roll down easy | 6 × 2:00 at rpe 8 "uphill", until lap about 2:00 easy between
5x4min @ 8/10 effort, 4 min off | 5 × 4:00 at rpe 8, 4:00 easy between
5 x 3 min at 118 % / 3 min easy; 10 min easy | 5 × 3:00 at 118 %, 3:00 easy between, 10:00 easy
4x10 @ 95% off 2' | 4 × 10:00 at 95 %, 2:00 easy between
4 x 10 @95% on 2 min rest | 4 × 10:00 at 95 %, 2:00 easy between
2 x 20 min at sweet spot intensity, 5 min recovery | 2 × 20:00 at 88–94 %, 5:00 easy between
zone 2 for 90 minutes | 1 h 30 at zone 2
90 min zone 2 ride | 1 h 30 at zone 2
easy 60 min | 1 h 00 easy
tempo 3x15, 5 easy | 3 × 15:00 at zone 3, 5:00 easy between
threshold 4 x 10 min, 5 min off | 4 × 10:00 at zone 4, 5:00 easy between
VO2 5x3', 3' off | 5 × 3:00 at zone 5, 3:00 easy between
5 x 3 min VO2 max intervals, 3 min rest between intervals | 5 × 3:00 at zone 5, 3:00 easy between
2h steady at 70% | 2 h 00 at 70 %
5 x 2 min, all out, 4 min easy | >
`
  .trim()
  .split('\n')
  .map((line) => line.split(' | ') as [typed: string, means: string]);

/** Messages as they are pasted, several lines each. */
const PASTED: readonly (readonly [string, string])[] = [
  [
    '- 15 min warm up\n- 4 x 8 min @ 100%\n- 4 min recovery between\n- 10 min cool down',
    '15:00 building to 75 %, 4 × 8:00 at 100 %, 4:00 easy between, 10:00 down',
  ],
  [
    '1. 20 min easy\n2. 5 x 3 min at 118%, 3 min easy\n3. 10 min easy',
    '20:00 easy, 5 × 3:00 at 118 %, 3:00 easy between, 10:00 easy',
  ],
  [
    'Warm-up: 15 min building to 80 %\nMain set: 3 x 12 min at 92 %, 6 min rest\nCool-down: 10 min',
    '15:00 building to 80 %, 3 × 12:00 at 92 %, 6:00 easy between, 10:00 down',
  ],
  [
    '• 10 min easy\n• 10 min at 75 %\n\n• 2 x 20 min at 95 %\n• 5 min off\n• 10 min easy',
    '10:00 easy, 10:00 at 75 %, 2 × 20:00 at 95 %, 5:00 easy between, 10:00 easy',
  ],
  [
    'WU 15\nthen 3x10 @ 95%\nrest 5\nthen 10 x 30/30 @ 120 %\nCD 10',
    '15:00 building to 75 %, 3 × 10:00 at 95 %, 5:00 easy between, 10 × 30 s at 120 %, 30 s easy after each, 10:00 down',
  ],
];

function read(text: string) {
  return parseSentence(text, { hills: [], ftpW: 262, newId });
}

describe('coaches’ English', () => {
  const sound = SAID.filter(([, means]) => means !== undefined && !means.startsWith('>'));

  it.each(sound)('%s', (typed, means) => {
    const { items, totalS, unread } = read(typed);
    expect(unread.map(({ says }) => says)).toEqual([]);
    expect(printSentence({ items, ...(totalS === null ? {} : { totalS }) })).toBe(means);
  });

  it('holds at least 120 of them', () => {
    expect(sound.length + PASTED.length).toBeGreaterThan(120);
  });

  it.each(PASTED)('pasted: %j', (typed, means) => {
    const { items, unread } = read(typed);
    expect(unread.map(({ says }) => says)).toEqual([]);
    expect(printSentence({ items })).toBe(means);
  });
});

describe('what is not understood', () => {
  /** What is left of a sentence when another view has edited the session: the words it is printed as. */
  const printed = (text: string): string => printSentence({ items: read(text).items });

  it.each([
    '4 x 8 min at 100 % with gusto, 4 easy between',
    '20 easy, 5 x 3 min at 120 % like a train, 10 down',
    '4 easy between, 20 min at 90 %',
    '3 x (10 min at 90 %) hop, 5 easy between',
    '20 at 80 % 300-250 rpm',
    '20 at 80 %, in all sometime',
    '3 x 10 at 90 %, 5 easy between, 7 easy between',
    'Hello Ines\n20 easy\n3 x 10 at 90 %, 5 easy between\nsee you Tuesday',
    '4 x 8 at fast, 4 easy between',
    '20 min at zone 9',
    '10" hop 10" at 90 %',
  ])('stays, and stays wrong, whatever other view is used next: %j', (text) => {
    const { items, unread } = read(text);
    expect(unread.length).toBeGreaterThan(0);
    expect(problemsOf({ ...plan(...items) }).length).toBeGreaterThan(0);
    const lost = text
      .toLowerCase()
      .split(/[^\p{L}\d]+/u)
      .filter((word) => word.length > 3 && !SPOKEN.has(word))
      .filter((word) => !printed(text).toLowerCase().includes(word));
    expect(lost).toEqual([]);
  });

  it('says that everything before was read only where that is so, and else names the words', () => {
    const says = read('20 easy hop, 3 x 10 at 90 % skip, 5 easy between').unread.map(
      (each) => each.says,
    );
    expect(says[0]).toContain("I read everything up to 'hop'");
    expect(says[1]).toContain("I cannot read 'skip'");
  });

  it('is shown where it was typed, however it was said', () => {
    const typed = 'WU 15, 5 by 3 min at 120 % hop, r = 3';
    const [first] = read(typed).unread;
    expect(typed.slice(first?.from, first?.to)).toBe('hop');
    const message = '- 20 min easy\n- 3 x 10 min @ 90 %\n- 5 min whatever';
    const [line] = read(message).unread;
    expect(message.slice(line?.from, line?.to)).toContain('whatever');
  });

  it('says which lines of a pasted message it could not read', () => {
    const message =
      'Hi Ines,\nTuesday is this:\n1) 15 min easy\n2) 3 x 12 min at 92%, 6 min easy\n3) 10 min at 75 %\n4) 8 x 30/30 at 120 %\n5) 5 min easy\n6) 10 min cool down\nlegs should be good\nTomas';
    const { items, unread } = read(message);
    expect(unread.map(({ from, to }) => message.slice(from, to))).toEqual([
      'Hi Ines',
      'Tuesday is this:',
      'legs should be good',
      'Tomas',
    ]);
    expect(unread[0]?.says).toBe('A time is missing here: "Hi Ines". Try 8:00, 8, 90 s or 1 h 30.');
    expect(items.filter(({ kind }) => kind === 'set')).toHaveLength(2);
  });

  it.each([
    ['20 at 150', ['150 W', '150 %']],
    ['1:30 at 60 %', ['1 h 30', '1 min 30 s']],
    ['8 x 10/5 at 120 %', ['10 s/5 s', '10 min/5 min']],
    ['20 at 90 % 50-60', ['50-60 rpm', '50-60 %']],
  ])('%s is asked', (text, others) => {
    expect(read(text).unread[0]?.instead).toEqual(others);
  });

  it('offers the other reading where one is more likely', () => {
    const chips = (text: string) => read(text).readings.flatMap(({ others }) => others);
    expect(chips('4 x 8 at 100 %')).toContain('8 s');
    expect(chips('10 x 1 min hard, 3 min easy')).toContain('rpe 7');
    expect(
      chips("over-unders 3x10 (2' @95 / 1' @105)").filter((other) => other.startsWith('3 x')),
    ).toHaveLength(2);
  });

  it('takes any text without a word lost, and in no time', () => {
    const words = fc.constantFrom(
      ...[
        '4 x',
        '8 min',
        'at',
        '100 %',
        'easy',
        'between',
        '(',
        ')',
        '"',
        ',',
        '\n- ',
        'w/',
        'rest',
      ],
      ...['hop', '30/30', 'zone 3', 'warm up', 'r =', '5', "5'", '10"', 'with', 'the last', '1:30'],
    );
    fc.assert(
      fc.property(fc.array(words, { maxLength: 40 }), (some) => {
        const text = some.join(' ').slice(0, 500);
        const { items, unread } = read(text);
        for (const { from, to } of unread) {
          expect(from).toBeGreaterThanOrEqual(0);
          expect(to).toBeGreaterThanOrEqual(from);
          expect(from).toBeLessThanOrEqual(text.length);
        }
        if (text.includes('hop')) {
          // In quotation marks it is a note, and read.
          if (!/(^|\D)"[^"]*hop[^"]*"/.test(text)) expect(unread.length).toBeGreaterThan(0);
          expect(JSON.stringify(items)).toContain('hop');
        }
      }),
      { numRuns: 300 },
    );
  });
});

/** Words of the grammar, which are said otherwise when they are printed. */
const SPOKEN = new Set(['with', 'like', 'easy', 'between', 'down', 'zone']);
