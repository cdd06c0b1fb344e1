import { type Plan, planSchema } from '../sessions/index.ts';
import { type Refused, type Understood, refused, understood } from '../units/index.ts';

/** Name and version that our session files carry. */
const SESSION_FORMAT = 'uphill-count/sessions';
const VERSION = 1;
/** No file holds more sessions than this. */
const MOST_SESSIONS = 500;

/**
 * Writes sessions as JSON; nothing of them is lost.
 *
 * @param plans the sessions
 * @returns the file as text; its schema is in docs/formats.md
 */
export function writeSessionsJson(plans: readonly Plan[]): string {
  return `${JSON.stringify({ format: SESSION_FORMAT, version: VERSION, sessions: plans }, null, 2)}\n`;
}

/**
 * Reads sessions from JSON, ours or what claims to be.
 *
 * @param text the file
 * @returns the sessions, or a sentence that names the field and what is wrong with it
 */
export function readSessionsJson(text: string): Understood<Plan[]> | Refused {
  let content: unknown;
  try {
    content = JSON.parse(text);
  } catch {
    return refused('The file is not JSON, or it is cut short. Nothing was imported.');
  }
  if (typeof content !== 'object' || content === null)
    return refused('The file holds no sessions. Nothing was imported.');
  const { format, version, sessions } = content as Record<string, unknown>;
  if (format !== SESSION_FORMAT)
    return refused(
      `The field "format" should read "${SESSION_FORMAT}". Is this a file of sessions?`,
    );
  if (version !== VERSION)
    return refused(
      `The field "version" reads ${shown(version)}; version ${VERSION} is understood. Write the file again with a newer one.`,
    );
  if (!Array.isArray(sessions))
    return refused('The field "sessions" is missing, or is no list. Nothing was imported.');
  if (sessions.length > MOST_SESSIONS)
    return refused(`The file holds ${sessions.length} sessions; the most is ${MOST_SESSIONS}.`);
  const plans: Plan[] = [];
  for (const [index, session] of sessions.entries()) {
    const read = planSchema.safeParse(session);
    if (!read.success)
      return refused(
        `Session ${index + 1}, ${reasonOf(deepest(read.error.issues[0] as Issue), session)} Nothing was imported.`,
      );
    plans.push(read.data);
  }
  return understood(plans);
}

interface Issue {
  readonly code?: string | undefined;
  readonly expected?: string;
  readonly path: readonly PropertyKey[];
  readonly message: string;
  /** What each shape that it might have been says against it. */
  readonly errors?: readonly (readonly Issue[])[];
}

/** Of all that a value might have been, what is said by the shape that got furthest. */
function deepest(issue: Issue): Issue {
  const inside = (issue.errors ?? []).flatMap((branch) =>
    branch.slice(0, 1).map((first) => deepest({ ...first, path: [...issue.path, ...first.path] })),
  );
  return inside.reduce(
    (furthest, other) => (other.path.length > furthest.path.length ? other : furthest),
    issue,
  );
}

function reasonOf(issue: Issue, session: unknown): string {
  const { path } = issue;
  const where =
    path.length === 0
      ? 'as a whole'
      : `field ${path.map((part) => (typeof part === 'number' ? `[${part + 1}]` : String(part))).join(' › ')}`;
  const value = path.reduce<unknown>(
    (inside, key) =>
      typeof inside === 'object' && inside !== null
        ? (inside as Record<PropertyKey, unknown>)[key]
        : undefined,
    session,
  );
  if (typeof value === 'string' && issue.code === 'invalid_type' && issue.expected === 'number')
    return `${where}: ${shown(value)} is text, not a number.`;
  if (value === undefined && issue.code !== 'unrecognized_keys') return `${where} is missing.`;
  return `${where}: ${issue.message.replace(/\.$/, '')}.`;
}

function shown(value: unknown): string {
  const text = JSON.stringify(value) ?? 'nothing';
  return text.length > 30 ? `${text.slice(0, 30)}…` : text;
}
