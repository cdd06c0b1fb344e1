import { canChange, type Change, newEndurance, resized } from './changes.ts';
import { isCeiling, isHard } from './dayWord.ts';
import { minutesOfWork } from './dayLoad.ts';
import type { SeasonDay, Work } from './week.ts';

/** A piece of Endurance that filling may lengthen or shorten. */
export interface Piece {
  readonly id: string;
  readonly day: number;
  /** Before the reps of a ceiling day. */
  readonly before: boolean;
  readonly isNew: boolean;
  minutes: number;
}

/** A week under the hands of filling: what is fixed, and the pieces that move. */
export class FillModel {
  private readonly fixed: readonly SeasonDay[];
  private readonly pieces: Piece[] = [];
  private readonly first = new Map<string, number>();
  private readonly from: number;
  private readonly pointsPerHour: number;
  private held: readonly string[] | null = null;
  private built: readonly SeasonDay[] | null = null;
  private builtOf = '';

  constructor({
    days,
    from,
    pointsPerHour,
  }: {
    readonly days: readonly SeasonDay[];
    readonly from: number;
    readonly pointsPerHour: number;
  }) {
    this.fixed = days;
    this.from = from;
    this.pointsPerHour = pointsPerHour;
    for (const [day, { works }] of days.entries()) {
      if (day < from) continue;
      const reps = works.findIndex(isCeiling);
      const hard = works.some(isHard);
      for (const [place, work] of works.entries()) {
        if (!canChange(work) || work.planned?.endurance !== true) continue;
        const before = reps > place;
        if (hard && !before) continue;
        this.pieces.push({ id: work.id, day, before, isNew: false, minutes: work.planned.minutes });
        this.first.set(work.id, work.planned.minutes);
      }
    }
  }

  /** What tells one state of the week from another. */
  print(): string {
    return this.pieces.map(({ id, minutes }) => `${id}=${minutes}`).join(' ');
  }

  rides(): Piece[] {
    return this.pieces.filter(({ before }) => !before);
  }

  beforeReps(): Piece[] {
    return this.pieces.filter(({ before }) => before);
  }

  beforeOn(day: number): Piece | null {
    return this.beforeReps().find((piece) => piece.day === day) ?? null;
  }

  ridesOfWeekend(): Piece[] {
    return this.rides().filter(({ day }) => day > 4);
  }

  /** Back to how it stood at the start. */
  reset(): void {
    this.held = null;
    const old = this.pieces.filter(({ isNew }) => !isNew);
    this.pieces.splice(0, this.pieces.length, ...old);
    for (const piece of old) piece.minutes = this.first.get(piece.id) ?? piece.minutes;
  }

  /** The longest Endurance ride of Saturday and Sunday, of equals Sunday's. */
  longestOfWeekend(): Piece | null {
    return this.ridesOfWeekend().reduce<Piece | null>(
      (most, piece) =>
        most === null ||
        piece.minutes > most.minutes ||
        (piece.minutes === most.minutes && piece.day > most.day)
          ? piece
          : most,
      null,
    );
  }

  ceilingDays(): number[] {
    return this.fixed.flatMap(({ works }, day) =>
      day >= this.from && works.some((work) => isCeiling(work) && canChange(work)) ? [day] : [],
    );
  }

  /** Nothing stands on it, it is no fixed rest day, and it is still to come. */
  isEmpty(day: number): boolean {
    const { rest, works } = this.fixed[day] as SeasonDay;
    return (
      day >= this.from &&
      !rest &&
      !hasWork(works) &&
      !this.pieces.some((piece) => piece.day === day)
    );
  }

  /** Days on which nothing stands, rest days among them. */
  emptyDays(): number {
    return this.fixed.filter(
      ({ works }, day) =>
        !hasWork(works) && !this.pieces.some((piece) => piece.day === day && piece.minutes > 0),
    ).length;
  }

  /** Minutes left on a day. */
  room(day: number): number {
    const { hours } = this.fixed[day] as SeasonDay;
    if (hours === null) return Infinity;
    const taken = (this.days()[day] as SeasonDay).works.reduce(
      (sum, work) => sum + minutesOfWork(work),
      0,
    );
    return hours * 60 - taken;
  }

  add(day: number, minutes: number, before: boolean, id: string): Piece {
    const piece = { id, day, before, isNew: true, minutes };
    this.pieces.push(piece);
    return piece;
  }

  remove(piece: Piece): void {
    this.pieces.splice(this.pieces.indexOf(piece), 1);
  }

  /** The week as it stands now. */
  days(): readonly SeasonDay[] {
    const print = this.print();
    if (this.built && this.builtOf === print) return this.built;
    this.builtOf = print;
    this.built = this.fixed.map((day, at) => this.dayAt(day, at));
    return this.built;
  }

  private dayAt(day: SeasonDay, at: number): SeasonDay {
    const own = this.pieces.filter((piece) => piece.day === at);
    if (own.every(({ id, minutes, isNew }) => !isNew && this.first.get(id) === minutes)) return day;
    const works = day.works.flatMap((work) => {
      const piece = own.find(({ id }) => id === work.id);
      if (!piece || !work.planned) return [work];
      return piece.minutes === 0 ? [] : [this.lengthened(work, piece.minutes)];
    });
    const fresh = (before: boolean): Work[] =>
      own
        .filter((piece) => piece.isNew && piece.before === before && piece.minutes > 0)
        .map(({ id, minutes }) => newEndurance(id, minutes, this.pointsPerHour));
    return { ...day, works: [...fresh(true), ...works, ...fresh(false)] };
  }

  private lengthened(work: Work, minutes: number): Work {
    return work.planned ? { ...work, planned: resized(work.planned, minutes) } : work;
  }

  /** Rules broken as the week last stood. */
  brokenBefore(broken: (days: readonly SeasonDay[]) => readonly string[]): readonly string[] {
    this.held ??= broken(this.fixed);
    return this.held;
  }

  hold(broken: readonly string[]): void {
    this.held = broken;
  }

  changes(): Change[] {
    return this.pieces.flatMap((piece): Change[] => {
      const { id, day, before, minutes, isNew } = piece;
      const { date } = this.fixed[day] as SeasonDay;
      if (isNew) return minutes === 0 ? [] : [{ kind: 'add', id, date, minutes, before }];
      if (this.first.get(id) === minutes) return [];
      return minutes === 0 ? [{ kind: 'remove', id }] : [{ kind: 'resize', id, minutes }];
    });
  }
}

function hasWork(works: readonly Work[]): boolean {
  return works.some(({ state, ridden }) => state !== 'missed' || ridden !== null);
}
