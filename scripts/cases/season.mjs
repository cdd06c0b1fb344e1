/** The sums of season.json through the core's public functions. */
import {
  comingBack,
  easyWeekGoal,
  fillWeek,
  goalLadder,
  goalOfFtp,
  hardDaysOf,
  loadOfDay,
  mostOfWeek,
  newEndurance,
  plus,
  reached,
  riseOfWeek,
  sameness,
  smoothed,
  taperFor,
  weekBegun,
  weekGoal,
  workingFtp,
} from '@uphill/core/season';

const MONDAY = '2026-11-30';

/** A ride of a fill case as a piece of work of the plan. */
function work({ kind, minutes, load }, id, pointsPerHour) {
  const endurance = newEndurance(id, minutes, pointsPerHour);
  if (kind === 'endurance' || kind === 'before') return endurance;
  const planned = {
    ...endurance.planned,
    ...{ load, hard: true, endurance: false, system: kind === 'ceiling' ? 'ceiling' : 'threshold' },
  };
  return { ...endurance, name: kind, planned };
}

/** What stands on a day after filling, in the words of the cases. */
function ridesOf({ works }) {
  const isReps = ({ planned }) => planned.system === 'ceiling';
  const reps = works.findIndex(isReps);
  return works.map((each, place) => {
    let kind = 'hard';
    if (isReps(each)) kind = 'ceiling';
    else if (each.planned.endurance) kind = place < reps ? 'before' : 'endurance';
    return { kind, minutes: each.planned.minutes };
  });
}

function fill({ days, goal, pointsPerHour, longestOf28DaysMin }, way) {
  const filled = fillWeek(
    {
      days: days.map(({ rest, hours, rides }, day) => ({
        ...{ date: plus(MONDAY, day), rest, hours },
        works: rides.map((ride, place) => work(ride, `${day}-${place}`, pointsPerHour)),
      })),
      ...{ goal, pointsPerHour, from: 0, longMin: longestOf28DaysMin * 1.2, keepEmpty: 2 },
      ...{ beforeMin: 60, onGoal: 15, newId: (day, before) => `new ${day} ${before}` },
      load: (week) => week.reduce((sum, day) => sum + loadOfDay(day, MONDAY).load, 0),
    },
    way,
  );
  const { planned, missing, onGoal } = filled;
  return { rides: filled.days.map(ridesOf), planned, leftOver: missing, onGoal };
}

export const SEASON = {
  smoothed({ loads, startBase, startRecent, days }) {
    const rows = smoothed(loads, { base: startBase, recent: startRecent });
    return { days: Object.fromEntries(Object.keys(days).map((day) => [day, rows[day]])) };
  },
  weekGoal: ({ base, rise }) => ({ week: weekGoal(base, rise) }),
  easyWeek: ({ goalOfLastLoadWeek }) => ({ week: easyWeekGoal(goalOfLastLoadWeek) }),
  flagged: ({ base, lastFour, goal }) => ({ flagged: goal > mostOfWeek(base, lastFour) }),
  riseOfWeek: ({ base, week }) => ({ rise: riseOfWeek(base, week) }),
  weekBegun({ base, rise, daysLeft, baseLastEvening, plannedForThoseDays }) {
    const begun = { base, rise, daysLeft, baseLastEvening, planned: plannedForThoseDays };
    const { wanted, rest, dropped } = weekBegun(begun);
    return { wanted, rest, letGo: dropped };
  },
  sameness: ({ loads }) => ({ sameness: sameness(loads) }),
  withoutRiding: ({ base, days }) => ({ baseLeft: base * (1 - reached(days)) }),
  hardDays({ rest, hours }) {
    const week = hours.map((each, day) => ({ rest: rest.includes(day), hours: each }));
    const { days, smallestGap } = hardDaysOf(week, 2);
    const found = { days, smallestGap };
    return { ...found, enoughOutsideBase: smallestGap >= 2, enoughInBase: smallestGap >= 3 };
  },
  taper({ base, recent, dailyLoad, daysToGoal }) {
    const { rows, chosen } = taperFor({ base, recent, dailyLoad, daysToGoal });
    const row = ({ days, cutPercent, base: left, reserve, sharePercent }) => ({
      ...{ days, cutPercent, base: left, reserve, sharePercent },
    });
    return { rows: rows.map(row), chosen: row(chosen) };
  },
  comingBack({ base, recent, daysOff }) {
    const back = comingBack({ base, recent }, daysOff);
    return {
      ...{ baseAfter: back.base, recentAfter: back.recent },
      ...{ risePerWeek: back.rise, firstWeek: back.firstWeek },
    };
  },
  ladder({ expect: stated, ...asked }) {
    const bests = stated.map(({ bestOf180DaysW }) => bestOf180DaysW);
    const best = { ftpW: bests[0], threeW: bests[1], oneW: bests[2] };
    return {
      expect: goalLadder({ ...asked, best }).map(({ what, needed, bestW, ...rung }) => ({
        ...{ what, neededW: needed.value, bestOf180DaysW: bestW },
        ...rung,
      })),
    };
  },
  workingFtp({ daysOff, ftpW, workingFtpW, seconds }) {
    if (workingFtpW !== undefined) return { expect: { goalW: goalOfFtp(workingFtpW, seconds) } };
    const { value, percent } = workingFtp(ftpW, daysOff);
    return { expect: { percent, workingW: value } };
  },
  fill: (stated) => ({ longWeekend: fill(stated, 'longWeekend'), even: fill(stated, 'even') }),
};
