import type { Problem, Rider, Session } from '@uphill/api';
import { easyStep, type Plan, type Step } from '@uphill/core/sessions';
import { configure } from '@testing-library/react';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { vi } from 'vitest';
import type { makeStore } from '../../src/app/makeStore.ts';

// What is waited for comes in a moment; on a machine that does other things beside, the moment is longer.
configure({ asyncUtilTimeout: 15_000 });

interface Asked {
  readonly method: string;
  readonly path: string;
  readonly body: any;
  /** Whether it outlives the page. */
  readonly closing: boolean;
}

type Answer = { readonly status?: number; readonly body: unknown } | 'offline';

/** The document without a browser forgets whether a request outlives its page. */
class RequestOfTheParts extends Request {
  readonly outlives: boolean;
  constructor(input: RequestInfo, init?: RequestInit) {
    super(input, init);
    this.outlives = init?.keepalive === true;
  }
}

/** A server that answers by a table: method and path to what it says. What it was asked is kept. */
export function fakeServer(answers: Record<string, (asked: Asked) => Answer | Promise<Answer>>) {
  const asked: Asked[] = [];
  const table = { ...answers };
  vi.stubGlobal('Request', RequestOfTheParts);
  vi.stubGlobal('fetch', async (request: RequestOfTheParts) => {
    const { pathname } = new URL(request.url);
    const text = await request.text();
    const one: Asked = {
      method: request.method,
      path: pathname.replace(/^\/api/, ''),
      body: text === '' ? null : JSON.parse(text),
      closing: request.outlives,
    };
    asked.push(one);
    const answer = await table[`${one.method} ${one.path}`]?.(one);
    if (answer === 'offline') throw new TypeError('Failed to fetch');
    if (answer === undefined) return json(404, { type: '/problems/not-found', detail: one.path });
    return json(answer.status ?? 200, answer.body);
  });
  return { asked, table, puts: () => asked.filter(({ method }) => method === 'PUT') };
}

function json(status: number, body: unknown): Response {
  return new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': 'application/json' },
  });
}

export type TestStore = ReturnType<typeof makeStore>;

/** The store around whatever is tried. */
export function around(store: TestStore) {
  return function Around({ children }: { children: ReactNode }) {
    return <Provider store={store}>{children}</Provider>;
  };
}

export const RIDER_ID = '5b1d7a32-1b1b-4b1b-8b1b-1b1b1b1b1b1b';
export const SESSION_ID = '6c2e8b43-2c2c-4c2c-9c2c-2c2c2c2c2c2c';

const work: Step = {
  ...easyStep('work', 480),
  role: 'work',
  target: { kind: 'steady', effort: { kind: 'percent', low: 98, high: 102 } },
};

export const EIGHTS: Plan = {
  name: 'Eights',
  nameFollows: false,
  purpose: '',
  system: 'threshold',
  place: 'any',
  note: '',
  items: [
    { ...easyStep('warm', 900), role: 'warmUp' },
    {
      kind: 'set',
      id: 'set',
      reps: 4,
      parts: [work],
      rest: { when: 'between', step: easyStep('rest', 240) },
    },
    { ...easyStep('down', 600), role: 'coolDown' },
  ],
};

export function sessionOf(plan: Plan = EIGHTS, version = 1): Session {
  return {
    id: SESSION_ID,
    plan,
    version,
    updatedAt: '2026-11-25T10:00:00Z',
    unreadable: null,
  } as unknown as Session;
}

export const INES = {
  id: RIDER_ID,
  name: 'Ines Okafor',
  birthYear: 1994,
  sex: 'female',
  powerSource: 'crank',
  archived: false,
  ftp: [],
  goals: [],
  bodyMass: [],
  heartRates: [],
  health: null,
  healthBefore: [],
  version: 1,
} as unknown as Rider;

/** What the server says where somebody else wrote meanwhile. */
export function clash(theirs: unknown): { status: number; body: Problem } {
  return {
    status: 409,
    body: {
      type: '/problems/changed-elsewhere',
      title: 'Changed elsewhere',
      status: 409,
      detail: 'This was changed elsewhere in the meantime. Nothing was overwritten.',
      theirs,
    },
  };
}
