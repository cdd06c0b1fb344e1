import { LAP_EXPECTED_S, parseDuration, printDuration } from '../../units/index.ts';
import { restsFor, systemOf } from '../defaults.ts';
import { easyStep, type NewId } from '../edits.ts';
import { type Item, MOST_REPS, type SetBlock, type Step } from '../plan.ts';
import { findings, type Findings, type ReadAs, type UnreadWords } from './findings.ts';
import { type Plain, plainly } from './plain.ts';
import { printSentence } from './print.ts';
import { kept, type Known, readDetails, readStep, type SaidStep } from './readStep.ts';
import { roleOf } from './roles.ts';
import { after, closing, type Piece, split, trimmed } from './split.ts';

/** What a sentence says. */
export interface Sentence {
  readonly items: Item[];
  /** The whole length asked for with "in all", s; null without. */
  readonly totalS: number | null;
  readonly unread: readonly UnreadWords[];
  readonly readings: readonly ReadAs[];
}

/** What the reader needs beside the words. */
export interface SentenceContext extends Known {
  readonly newId: NewId;
}

/** A sentence longer than this is no session. */
const LONGEST_SENTENCE = 4000;

const COUNT = /^(\d{1,6})\s*(?:[x×*]|times\b|reps?\s+of\b|sets?\s+of\b)\s*/i;
const REST_END =
  /\s*\b(between\s+(?:the\s+)?sets|between(?:\s+reps)?|after\s+each|after\s+every(?:\s+(?:rep|one))?)\s*$/i;
const IN_ALL = /^(?:in\s+all|altogether|in\s+total)\s+/i;
const PAIR = /^(\d+)\s*(s|sec|min|m)?\s*\/\s*(\d+)\s*(s|sec|min|m)?(?=\s|$)\s*/i;
/** More reps than this are asked about. */
const MANY_REPS = 99;
/** Sets in sets, and no deeper. */
const DEEPEST = 2;
const SHORT_CLOCK = /^([0-5]):(\d\d)(?!:|\d)/;

/**
 * Reads a session from the sentence in which a coach says it. Whatever is not understood is kept as its words, named,
 * and drawn without an effort; nothing is thrown away.
 *
 * @param text the sentence, at most 4,000 characters
 * @param context hills by name, FTP for the reading of zones, and where ids come from
 * @returns steps and sets, the length asked for, what was not understood, and what could be read otherwise
 * Source: handbook section 7; the grammar is in docs/formats.md.
 * @example
 * parseSentence('4 x 8 min at 98-102%', { hills: [], ftpW: 260, newId: String }).items[0].reps // 4
 */
export function parseSentence(text: string, context: SentenceContext): Sentence {
  const found = findings();
  if (text.length > LONGEST_SENTENCE) {
    found.unread(
      { text, from: 0 },
      `The sentence has ${text.length.toLocaleString('en')} characters; I read up to ${LONGEST_SENTENCE.toLocaleString('en')}. Your words are kept.`,
    );
    return { items: [], totalS: null, ...found.all() };
  }
  // Characters of other keyboards that mean the same, one for one, so that every place in the text stays where it is.
  const typed = text
    .replace(/[“”„«»]/g, '"')
    .replace(/[\u00a0\u2009\u202f\t]/g, ' ')
    .replace(/[‐‑‒−]/g, '-');
  const asGrammar = readGrammar(typed.replace(/[\n\r]/g, ' '), context);
  if (isPrinted(text, asGrammar, context)) return asGrammar;
  const plain = plainly(typed);
  const asEnglish = inPlace(readGrammar(plain.text, context), plain);
  const better = asEnglish.unread.length > 0 && asGrammar.unread.length === 0;
  return better && !opensAsSeconds(typed) ? asGrammar : asEnglish;
}

/** Whether a quotation would have to open right at a figure: 10" are ten seconds, never a note. */
function opensAsSeconds(text: string): boolean {
  return text
    .replace(/\\./g, '  ')
    .split('"')
    .some((before, at, all) => at % 2 === 0 && at < all.length - 1 && /\d$/.test(before));
}

/** Whether a text is what its own reading is printed as: then it means exactly that. */
function isPrinted(text: string, read: Sentence, { zones }: SentenceContext): boolean {
  const { items, totalS, unread } = read;
  if (unread.length > 0) return false;
  const plan = { items, ...(totalS === null ? {} : { totalS }) };
  return printSentence(plan, zones?.own.id) === text.trim();
}

/** Reads the words of the grammar, as they stand. */
function readGrammar(text: string, context: SentenceContext): Sentence {
  const found = findings();
  const reader = new Reader(context, found);
  const pieces = split(trimmed({ text, from: 0 }), 'parts');
  const { items, totalS } = reader.sequence(pieces, 0);
  const [only] = pieces;
  const clock = pieces.length === 1 && only ? SHORT_CLOCK.exec(only.text) : null;
  if (clock && only)
    found.unread(
      { text: clock[0], from: only.from },
      `Is ${clock[0]} minutes and seconds, or hours and minutes?`,
      clockChoices(clock),
    );
  return { items: withRoles(items, reader.said), totalS, ...found.all() };
}

/** What was noticed, at the places of the words as they were typed. */
function inPlace(read: Sentence, { placeOf, readings: also }: Plain): Sentence {
  const { unread, readings } = read;
  const placed = <T extends { readonly from: number; readonly to: number }>(each: T): T => ({
    ...each,
    from: placeOf(each.from, 'from'),
    // What is named has at least one sign.
    to: Math.max(placeOf(each.to, 'to'), placeOf(each.from, 'from') + 1),
  });
  return {
    ...read,
    unread: unread.map(placed),
    readings: [...readings.map(placed), ...also].sort((a, b) => a.from - b.from),
  };
}

function clockChoices(clock: RegExpExecArray): string[] {
  return [`${clock[1] ?? ''} h ${clock[2] ?? ''}`, `${clock[1] ?? ''} min ${Number(clock[2])} s`];
}

class Reader {
  /** Which role was said of a step, where one was. */
  readonly said = new Map<string, SaidStep>();

  constructor(
    private readonly context: SentenceContext,
    private readonly found: Findings,
  ) {}

  sequence(pieces: readonly Piece[], depth: number): { items: Item[]; totalS: number | null } {
    const items: Item[] = [];
    let totalS: number | null = null;
    pieces.forEach((piece) => {
      const all = IN_ALL.exec(piece.text);
      if (all && depth === 0) {
        const total = this.total(after(piece, all[0].length));
        if (total === null) this.keep(piece, items);
        totalS = total ?? totalS;
        return;
      }
      if (this.detailsOnly(piece, items) || this.rest(piece, items)) return;
      const made = this.part(piece, depth);
      if (this.softRest(piece, made, items)) return;
      items.push(...made);
    });
    return { items, totalS };
  }

  /** Words that were not understood stay on the step before them, or on one of their own, whatever is edited next. */
  private keep(piece: Piece, items: Item[]): void {
    const step = lastStep(items.at(-1));
    if (!step) items.push(this.step(piece, piece.text));
    else step.details = kept([step.details?.text, piece.text].filter(Boolean).join(', '));
  }

  private total(piece: Piece): number | null {
    const clock = SHORT_CLOCK.exec(piece.text);
    if (clock) {
      this.found.unread(
        piece,
        `Is ${clock[0]} minutes and seconds, or hours and minutes?`,
        clockChoices(clock),
      );
      return null;
    }
    const seconds = parseDuration(piece.text);
    if (!seconds.ok) this.found.unread(piece, seconds.reason);
    return seconds.ok ? seconds.value : null;
  }

  /** "last 15 s max", "every 3rd standing", "90 rpm" behind a comma belong to the step before. */
  private detailsOnly(piece: Piece, items: Item[]): boolean {
    const quiet = findings();
    const { details, rest } = readDetails(piece, this.context, quiet);
    const step = lastStep(items.at(-1));
    if (rest.text !== '' || Object.keys(details).length === 0 || !step) return false;
    const before = this.said.get(step.id);
    const { role, once, ...fields } = details;
    Object.assign(
      step,
      fields,
      fields.exceptions ? { exceptions: [...(step.exceptions ?? []), ...fields.exceptions] } : {},
    );
    if (before && (role ?? once)) this.said.set(step.id, { ...before, ...(role ? { role } : {}) });
    const { unread, readings } = quiet.all();
    for (const { from, to, says, instead } of unread)
      this.found.unread({ text: 'x'.repeat(to - from), from }, says, instead);
    for (const { from, to, says, others } of readings)
      this.found.reading({ text: 'x'.repeat(to - from), from }, says, others);
    return true;
  }

  /** "4:00 easy between" behind a set. */
  private rest(piece: Piece, items: Item[]): boolean {
    const end = REST_END.exec(piece.text);
    if (!end) return false;
    const words = { text: piece.text.slice(0, end.index), from: piece.from };
    const last = items.at(-1);
    const outer = last?.kind === 'set' ? last : null;
    const bare =
      outer?.parts.length === 1 && outer.parts[0]?.kind === 'set' && this.bare.has(outer.id)
        ? outer.parts[0]
        : null;
    const set = /sets/i.test(end[1] ?? '') ? outer : (bare ?? outer);
    if (!set) {
      this.found.unread(
        piece,
        'This rest has no set before it. Say the reps first: 4 × 8:00 at 100 %, 4:00 easy between.',
      );
      this.keep(piece, items);
      return true;
    }
    if (set.rest) {
      this.found.unread(piece, 'The set before has its rest already.');
      this.keep(piece, items);
      return true;
    }
    const untilReady = /^(full|equal)\s+recovery$/i.exec(words.text);
    set.rest = {
      when: /^after/i.test(end[1] ?? '') ? 'afterEach' : 'between',
      step: untilReady
        ? recoveryOf(set, untilReady[1]?.toLowerCase() === 'full', this.context.newId())
        : this.step(/^\S+$/.test(words.text) ? { ...words, text: `${words.text} easy` } : words),
    };
    return true;
  }

  /** "4 easy" straight behind a set is most likely its rest. */
  private softRest(piece: Piece, made: readonly Item[], items: Item[]): boolean {
    const [step] = made;
    const set = items.at(-1);
    if (
      made.length !== 1 ||
      step?.kind !== 'step' ||
      set?.kind !== 'set' ||
      set.rest ||
      set.reps === 1 ||
      set.parts.some((part) => part.kind === 'step' && isEasy(part))
    )
      return false;
    if (
      step.target.kind !== 'steady' ||
      step.target.effort.kind !== 'easy' ||
      this.said.get(step.id)?.once
    )
      return false;
    this.found.reading(piece, 'between the reps', [`${piece.text} once`]);
    set.rest = { when: 'between', step };
    return true;
  }

  /** Outer sets whose inner set stands without brackets: "2 × 5 × (…)". */
  private readonly bare = new Set<string>();

  private part(piece: Piece, depth: number): Item[] {
    const count = COUNT.exec(piece.text);
    if (!count) return this.steps(piece, false);
    if (depth >= DEEPEST) {
      this.found.unread(
        piece,
        'Sets inside sets inside sets: two levels are the most. Write the inner one out.',
      );
      return [this.step({ ...piece, text: 'unread' }, piece.text)];
    }
    const reps = this.reps({ text: count[1] ?? '', from: piece.from });
    const body = after(piece, count[0].length);
    const set: SetBlock = { kind: 'set', id: this.context.newId(), reps, parts: [], rest: null };
    if (body.text.startsWith('(')) this.bracket(set, body, depth);
    else if (COUNT.test(body.text)) {
      set.parts = this.part(body, depth + 1) as SetBlock['parts'];
      this.bare.add(set.id);
    } else if (!this.pair(set, body)) {
      this.asMinutes(body);
      set.parts = this.steps(body, true);
    }
    if (set.parts.length === 0) {
      this.found.unread(piece, 'The set is empty. Say what is repeated: 4 × 8:00 at 100 %.');
      set.parts = [this.step({ ...piece, text: '' }, piece.text)];
    }
    return [set];
  }

  private reps({ text, from }: Piece): SetBlock['reps'] {
    const reps = Number(text);
    if (reps >= 1 && reps <= MANY_REPS) return reps;
    if (reps === 0)
      this.found.unread({ text, from }, 'A set of 0 reps is not a set. Type 1 or more.');
    else if (reps > MOST_REPS)
      this.found.unread({ text, from }, `${text} reps? The most is ${MOST_REPS}.`);
    else
      this.found.reading(
        { text, from },
        `${text} reps? Keep ${text}, or make it ${Math.round(reps / 10)}.`,
        [String(Math.round(reps / 10))],
      );
    return reps >= 1 && reps <= MOST_REPS ? reps : { kind: 'unread', text };
  }

  private bracket(set: SetBlock, body: Piece, depth: number): void {
    const end = closing(body.text);
    if (end < 0) this.found.unread({ text: '(', from: body.from }, 'This bracket is never closed.');
    const inside = trimmed({
      text: body.text.slice(1, end < 0 ? undefined : end),
      from: body.from + 1,
    });
    set.parts = this.sequence(split(inside, 'parts'), depth + 1).items as SetBlock['parts'];
    const tail = end < 0 ? { text: '', from: 0 } : after(body, end + 1);
    if (
      tail.text !== '' &&
      !this.detailsOnly(tail, [set]) &&
      !(REST_END.test(tail.text) && this.rest(tail, [set]))
    ) {
      this.found.leftOver(tail);
      this.keep(tail, [set]);
    }
  }

  /** "30/30 max": a rep and its easy part, the last one included. */
  private pair(set: SetBlock, body: Piece): boolean {
    const pair = PAIR.exec(body.text);
    if (!pair) return false;
    const [on, off] = [Number(pair[1]), Number(pair[3])];
    const said = pair[2] ?? pair[4];
    const unit = said ?? likelyUnit(on, off);
    if (unit === null) {
      this.found.unread(
        { text: pair[0].trimEnd(), from: body.from },
        `Is ${on}/${off} seconds or minutes?`,
        [`${on} s/${off} s`, `${on} min/${off} min`],
      );
    }
    const tail = after(body, pair[0].length);
    // The words of the rep keep their places: the time stands where the pair stood.
    const front = `${on} ${unit ?? 's'} `;
    const step = this.step({
      text: `${front}${tail.text === '' ? 'max' : tail.text}`,
      from: tail.from - front.length,
    });
    const rest = this.step({ text: `${off} ${pair[4] ?? unit ?? 's'} easy`, from: body.from });
    set.parts = [step];
    set.rest = { when: 'afterEach', step: rest };
    return true;
  }

  /** A bare number in a set counts minutes; it might have been meant as seconds. */
  private asMinutes(body: Piece): void {
    const bare = /^(\d{1,3})(?=\s|$)(?!\s*(?:min|m\b|s\b|sec|h\b|hour|'|′|"|″))/i.exec(body.text);
    if (bare)
      this.found.reading({ text: bare[0], from: body.from }, printDuration(Number(bare[1]) * 60), [
        `${bare[1] ?? ''} s`,
      ]);
  }

  private steps(piece: Piece, asSet: boolean): Step[] {
    // A bracket around the steps of one rep may be left away or set.
    const open =
      !asSet && piece.text.startsWith('(') && closing(piece.text) === piece.text.length - 1;
    const inner = open ? trimmed({ text: piece.text.slice(1, -1), from: piece.from + 1 }) : piece;
    return split(inner, 'steps').map((each) => this.step(each));
  }

  private step(piece: Piece, unread?: string): Step {
    const id = this.context.newId();
    if (unread !== undefined) {
      const words = { kind: 'unread' as const, text: unread.slice(0, 200) };
      return {
        kind: 'step',
        id,
        role: 'work',
        length: words,
        target: { kind: 'steady', effort: { ...words } },
        cadence: null,
        cue: '',
      };
    }
    const said = readStep(piece, this.context, this.found);
    this.said.set(id, said);
    const { role: _, once: __, ...fields } = said;
    return { kind: 'step', id, role: 'work', ...fields };
  }
}

/** Whether a step of a set is its easy part, so that the set needs no rest. */
function isEasy({ target }: Step): boolean {
  return target.kind === 'steady' && target.effort.kind === 'easy';
}

/** A whole recovery: until the rider presses lap, counted as long as the system's rest, at least as long as the rep. */
function recoveryOf(set: SetBlock, full: boolean, id: string): Step {
  const work = set.parts[0]?.kind === 'step' ? set.parts[0] : null;
  const workS = work?.length.kind === 'time' ? work.length.seconds : LAP_EXPECTED_S;
  const rest = easyStep(id, workS);
  if (!full) return rest;
  const system = systemOf({ items: [set] });
  const [usual] = restsFor({ system, workS, season: 'base', mostRpm: null, uphill: false });
  return { ...rest, length: { kind: 'lap', expectedS: Math.max(workS, usual?.seconds ?? workS) } };
}

/** The last step of an item that is no rest. */
function lastStep(item: Item | undefined): Step | undefined {
  return item?.kind === 'set' ? lastStep(item.parts.at(-1)) : item;
}

function withRoles(items: Item[], said: ReadonlyMap<string, SaidStep>): Item[] {
  const assign = (list: readonly Item[], inSet: boolean): Item[] =>
    list.map((item, at) => {
      if (item.kind === 'step')
        return { ...item, role: said.get(item.id)?.role ?? roleOf(item, at, list, inSet) };
      const rest = item.rest && {
        ...item.rest,
        step: { ...item.rest.step, role: said.get(item.rest.step.id)?.role ?? 'easy' },
      };
      return { ...item, parts: assign(item.parts, true), rest } as SetBlock;
    });
  return assign(items, false);
}

/** Two figures from ten up are seconds, two below are minutes; one of each could be either. */
function likelyUnit(on: number, off: number): 's' | 'min' | null {
  if (on >= 10 && off >= 10) return 's';
  return on < 10 && off < 10 ? 'min' : null;
}
