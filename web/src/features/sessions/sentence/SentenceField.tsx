import type { Plan, ReadAs, RiderOnDay, UnreadWords } from '@uphill/core/sessions';
import { X } from 'lucide-react';
import { type KeyboardEvent, useLayoutEffect, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useKey } from '../../../shared/keys/useKey.ts';
import type { EditPlan } from '../draftSlice.ts';
import { useSentence } from './useSentence.ts';

interface Props {
  readonly plan: Plan;
  /** Whose zones the words mean. */
  readonly rider: RiderOnDay;
  readonly edit: EditPlan;
  /** Draws what is being typed, before it is committed; null for what stands. */
  readonly preview: (plan: Plan | null) => void;
}

const MOST_SAID = 4;

/** The session in one sentence: what is understood is drawn at once, the rest gets dots beneath it. */
export function SentenceField({ plan, rider, edit, preview }: Props) {
  const { text, typing, type, commit, restore, problem, unread, readings } = useSentence(
    plan,
    rider,
    edit,
    preview,
  );
  const [open, setOpen] = useState(false);
  const field = useRef<HTMLTextAreaElement>(null);

  // As high as its words.
  useLayoutEffect(() => {
    const area = field.current;
    if (!area) return;
    area.style.height = 'auto';
    area.style.height = `${area.scrollHeight}px`;
  }, [text]);

  useKey('sentence', () => {
    field.current?.focus();
    field.current?.setSelectionRange(field.current.value.length, field.current.value.length);
  });

  const put = (place: { from: number; to: number }, words: string): void => {
    type(text.slice(0, place.from) + words + text.slice(place.to));
    setOpen(false);
    field.current?.focus();
  };
  const onKey = (event: KeyboardEvent<HTMLTextAreaElement>): void => {
    if (event.key === 'Enter' && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      commit();
    } else if (event.key === 'Escape') {
      event.preventDefault();
      restore();
    } else if (
      event.altKey &&
      event.key === 'ArrowDown' &&
      readings.some(({ others }) => others.length > 0)
    ) {
      event.preventDefault();
      setOpen(true);
    }
  };
  return (
    <div className="sentence">
      <div className="sentence-words">
        <div className="sentence-under" aria-hidden>
          <Marked text={text} unread={unread} />
        </div>
        <textarea
          ref={field}
          rows={1}
          value={text}
          spellCheck={false}
          aria-label="The session in a sentence"
          aria-describedby="sentence-says"
          aria-invalid={unread.length > 0}
          placeholder="Say it: 15 min building to sweet spot, then 4 × 8:00 at 98–102 %, 4:00 easy between, 10 min down"
          onChange={({ target }) => type(target.value)}
          onKeyDown={onKey}
          onBlur={({ relatedTarget }) => {
            if (!(relatedTarget instanceof HTMLElement && relatedTarget.closest('.sentence')))
              commit();
          }}
        />
      </div>
      {(typing || unread.length > 0) && (
        <Chips readings={readings} open={open} setOpen={setOpen} put={put} />
      )}
      <div id="sentence-says" aria-live="polite">
        {problem ? (
          <span className="field-error">{problem}</span>
        ) : (
          unread.length > 0 && <Says unread={unread} put={put} />
        )}
      </div>
    </div>
  );
}

/** The words with dots beneath what was not understood. */
function Marked({ text, unread }: { text: string; unread: readonly UnreadWords[] }) {
  const pieces = [];
  let at = 0;
  for (const { from, to } of unread) {
    if (from < at) continue;
    pieces.push(text.slice(at, from), <mark key={from}>{text.slice(from, to)}</mark>);
    at = to;
  }
  return (
    <>
      {pieces}
      {text.slice(at)}{' '}
    </>
  );
}

type Put = (place: { from: number; to: number }, words: string) => void;

/** How words were read that could mean something else: the reading, and the others one key away. */
function Chips({
  readings,
  open,
  setOpen,
  put,
}: {
  readings: readonly ReadAs[];
  open: boolean;
  setOpen: (open: boolean) => void;
  put: Put;
}) {
  if (readings.length === 0) return null;
  return (
    <ul className="chips" aria-label="Read as">
      {readings.slice(0, 8).map((reading) => (
        <li key={reading.from}>
          <span>{reading.says}</span>
          {(open ? reading.others : []).map((other) => (
            <Button
              key={other}
              size="sm"
              variant="outline-secondary"
              onClick={() => put(reading, other)}
            >
              {other}
            </Button>
          ))}
          {!open && reading.others.length > 0 && (
            <button type="button" className="btn btn-link btn-sm p-0" onClick={() => setOpen(true)}>
              or {reading.others.join(', ')}?
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}

function Says({ unread, put }: { unread: readonly UnreadWords[]; put: Put }) {
  return (
    <ul className="problems mb-0">
      {unread.slice(0, MOST_SAID).map((words) => (
        <li key={`${words.from}.${words.says}`}>
          <X aria-hidden size={16} />
          <span>{words.says}</span>
          {words.instead.map((other) => (
            <Button
              key={other}
              size="sm"
              variant="outline-secondary"
              onClick={() => put(words, other)}
            >
              {other}
            </Button>
          ))}
        </li>
      ))}
      {unread.length > MOST_SAID && <li>and {unread.length - MOST_SAID} more places.</li>}
    </ul>
  );
}
