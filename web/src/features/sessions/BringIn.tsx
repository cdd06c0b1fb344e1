import type { KnownHill, Refused, Understood } from '@uphill/core/units';
import type { Plan } from '@uphill/core/sessions';
import { useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { hillsApi } from '../../shared/api/hills.ts';
import { sessionsApi } from '../../shared/api/sessions.ts';
import { useAct } from '../../shared/useAct.ts';
import { useAppDispatch } from '../../shared/state.ts';
import { noticed } from '../../shared/viewSlice.ts';
import { ProblemNote, Wrong } from '../../ui/messages.tsx';
import { newId } from '../../shared/newId.ts';

/** A file of sessions is far smaller than this. */
const LARGEST = 4 * 1024 * 1024;

/** Brings sessions in from JSON, CSV or a FIT workout; told by what is in the file, not by its name. */
export function BringIn() {
  const [askHills] = hillsApi.useLazyHillsQuery();
  const [add] = sessionsApi.useAddSessionMutation();
  const { act, problem, clear } = useAct();
  const dispatch = useAppDispatch();
  const [refusal, setRefusal] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);

  const take = async (file: File): Promise<void> => {
    clear();
    const read =
      file.size > LARGEST
        ? tooLarge
        : await readFile(file, await askHills(undefined, true).unwrap());
    setRefusal(read.ok ? null : `${file.name}: ${read.reason}`);
    if (!read.ok) return;
    for (const plan of read.value.plans) if (!(await act(() => add({ plan })))) return;
    const count = read.value.plans.length;
    dispatch(
      noticed(
        [
          `${count === 1 ? (read.value.plans[0]?.name ?? 'A session') : `${count} sessions`} imported.`,
          ...read.value.notes,
        ].join(' '),
      ),
    );
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        className="visually-hidden"
        tabIndex={-1}
        aria-label="A file of sessions"
        accept=".json,.csv,.fit"
        onChange={({ target }) => {
          const [file] = [...(target.files ?? [])];
          if (file) void take(file);
          target.value = '';
        }}
      />
      <Button variant="outline-secondary" className="me-2" onClick={() => input.current?.click()}>
        Import
      </Button>
      <ProblemNote problem={problem} />
      {refusal && <Wrong>{refusal}</Wrong>}
    </>
  );
}

const tooLarge: Refused = {
  ok: false,
  reason: 'The file is larger than any file of sessions. Nothing was imported.',
};

async function readFile(
  file: File,
  hills: readonly KnownHill[],
): Promise<Understood<{ plans: Plan[]; notes: readonly string[] }> | Refused> {
  const { readSessionCsv, readSessionsJson, readWorkoutFit } = await import('@uphill/core/formats');
  const bytes = new Uint8Array(await file.arrayBuffer());
  const isFit = String.fromCharCode(...bytes.subarray(8, 12)) === '.FIT';
  if (isFit) {
    const read = readWorkoutFit(bytes, hills, newId);
    return read.ok
      ? { ok: true, value: { plans: [read.value.plan], notes: read.value.notes } }
      : read;
  }
  const text = new TextDecoder().decode(bytes);
  if (/^\s*[[{]/.test(text)) {
    const read = readSessionsJson(text);
    return read.ok ? { ok: true, value: { plans: read.value, notes: [] } } : read;
  }
  const read = readSessionCsv(text, newId);
  return read.ok ? { ok: true, value: { plans: [read.value], notes: [] } } : read;
}
