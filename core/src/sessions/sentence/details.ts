import { type Refused, type Understood, refused, understood } from '../../units/index.ts';
import { mapSteps } from '../edits.ts';
import type { Plan, Step } from '../plan.ts';
import { findings } from './findings.ts';
import { type Known, readDetails } from './readStep.ts';
import { split, trimmed } from './split.ts';

/** How a step is ridden beside its length, target, cadence and cue. */
type Ridden = Pick<Step, 'posture' | 'capBpm' | 'finish' | 'everyNth' | 'exceptions'>;

/** What a cell of details says: all of how the step is ridden, and what else was named in it. */
export interface SaidDetails {
  readonly ridden: Ridden;
  /** Cadence, cue and role, where the words named them; what is left out stays as it was. */
  readonly named: Partial<Pick<Step, 'cadence' | 'cue' | 'role'>>;
}

const HINT =
  'Try seated, standing, under 166 bpm, last 15 s max, every 3rd standing, or rep 3 at 95 %.';

/**
 * Reads the details of a step in the words of the sentence: posture, a cap, a finish, every so-many-th rep, single reps.
 *
 * @param text the details, with commas between them; empty for none
 * @param known hills and FTP, as the sentence is read with
 * @returns the details, or a sentence that names the first words that were not understood
 * Source: handbook section 7; the grammar is in docs/formats.md.
 */
export function parseDetails(
  text: string,
  known: Known = { hills: [], ftpW: null },
): Understood<SaidDetails> | Refused {
  const found = findings();
  let said: ReturnType<typeof readDetails>['details'] = {};
  for (const piece of split(
    trimmed({ text: text.replace(/[“”„«»]/g, '"').replace(/[‐‑‒−]/g, '-'), from: 0 }),
    'parts',
  )) {
    if (piece.text === '') continue;
    const { details, rest } = readDetails(piece, known, found);
    if (rest.text !== '')
      return refused(`"${rest.text.slice(0, 40)}" is not a detail that is known. ${HINT}`);
    said = {
      ...said,
      ...details,
      ...(details.exceptions
        ? { exceptions: [...(said.exceptions ?? []), ...details.exceptions] }
        : {}),
    };
  }
  const [unread] = found.all().unread;
  if (unread) return refused(unread.says);
  const { cadence, cue, role, once: _, ...ridden } = said;
  return understood({
    ridden,
    named: {
      ...(cadence ? { cadence } : {}),
      ...(cue === undefined ? {} : { cue }),
      ...(role ? { role } : {}),
    },
  });
}

/**
 * Puts typed details into a step, in place of those it had. What is not understood is kept as its words.
 *
 * @param plan the session
 * @param stepId the step
 * @param text the details, as `parseDetails` reads them
 * @param known hills and FTP, as the sentence is read with
 * @returns the new plan
 */
export function changeDetails(plan: Plan, stepId: string, text: string, known?: Known): Plan {
  const read = parseDetails(text, known);
  const said: Partial<Step> = read.ok
    ? { ...read.value.ridden, ...read.value.named }
    : { details: { kind: 'unread', text } };
  return mapSteps(plan, (step) => {
    if (step.id !== stepId) return step;
    const { kind, id, role, length, target, cadence, cue } = step;
    return { kind, id, role, length, target, cadence, cue, ...said };
  });
}
