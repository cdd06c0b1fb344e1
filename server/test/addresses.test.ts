import { PROBLEMS } from '@uphill/api';
import net from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Ask, daysOf, eights, house, newRider, upload, ridesOf } from './support.ts';

let app: Awaited<ReturnType<typeof house>>['app'];
let ask: Ask;
let close: () => Promise<void>;
let port: number;
beforeAll(async () => {
  ({ app, ask, close } = await house());
  await app.listen({ host: '127.0.0.1', port: 0 });
  ({ port } = app.server.address() as { port: number });
});
afterAll(() => close());

/** Sends bytes as they are, and gives what comes back before the connection ends. */
function raw(
  first: string,
  more: readonly string[] = [],
  breakOff = false,
): Promise<{ status: number; head: string; body: string }> {
  return new Promise((resolve) => {
    const text = [first, `Host: 127.0.0.1:${port}`, 'Connection: close', ...more].join('\r\n');
    let said = '';
    const socket = net.connect(port, '127.0.0.1', () => {
      socket.write(text.includes('\r\n\r\n') ? text : `${text}\r\n\r\n`);
      if (breakOff) setTimeout(() => socket.destroy(), 100);
    });
    socket.on('data', (data) => (said += data.toString()));
    socket.on('close', () => {
      const [head = '', body = ''] = said.split('\r\n\r\n');
      resolve({ status: Number(/ (\d{3}) /.exec(head)?.[1] ?? 0), head, body });
    });
  });
}

const NOBODY = '5b1d7a32-1b1b-4b1b-8b1b-1b1b1b1b1b1b';
const form = (boundary: string, body: string, length = body.length): string[] => [
  `Content-Type: multipart/form-data${boundary}`,
  `Content-Length: ${length}\r\n\r\n${body}`,
];

describe('whatever is asked for in whatever way', () => {
  it.each<[string, string, string[]?]>([
    ['a broken escape', 'GET /% HTTP/1.1'],
    ['a broken escape in the API', 'GET /api/%E0%A4 HTTP/1.1'],
    ['an id without end', `GET /api/riders/${'a'.repeat(2000)} HTTP/1.1`],
    ['an unknown method', 'PROPFIND /api/riders HTTP/1.1'],
    ['a method that is none', 'FETCH /api/riders HTTP/1.1'],
    ['no HTTP at all', 'good evening'],
    ['a head without end', 'GET /api/riders HTTP/1.1', [`X: ${'a'.repeat(40_000)}`]],
    [
      'a form without its boundary',
      `POST /api/riders/${NOBODY}/recordings HTTP/1.1`,
      form('', '--x\r\nabcde'),
    ],
    [
      'a form that is none',
      `POST /api/riders/${NOBODY}/recordings HTTP/1.1`,
      form('; boundary=x', '--x\r\nabcde'),
    ],
    [
      'JSON for a form',
      `POST /api/riders/${NOBODY}/recordings HTTP/1.1`,
      ['Content-Type: application/json', 'Content-Length: 2\r\n\r\n{}'],
    ],
  ])('%s is answered with the one problem shape', async (_, first, more) => {
    const { status, head, body } = await raw(first, more);
    expect([status >= 400 && status < 500, head]).toEqual([
      true,
      expect.stringContaining('application/problem+json'),
    ]);
    const { type } = JSON.parse(body);
    expect(Object.keys(PROBLEMS).map((code) => `/problems/${code}`)).toContain(type);
    expect(JSON.parse(body)).toMatchObject({
      status,
      detail: expect.stringMatching(/^[A-Z].+\.$/),
    });
  });

  it('an upload that breaks off leaves nothing, and others go on', async () => {
    const rider = await newRider(ask);
    const cut =
      '--x\r\nContent-Disposition: form-data; name="file"; filename="a.csv"\r\n\r\nseconds,power\n';
    await Promise.all(
      Array.from({ length: 5 }, () =>
        raw(
          `POST /api/riders/${rider.id}/recordings HTTP/1.1`,
          form('; boundary=x', cut, 9000),
          true,
        ),
      ),
    );
    const whole = await upload(
      app,
      rider.id,
      'b.csv',
      `seconds,power\n${Array.from({ length: 60 }, (_, second) => `${second},200`).join('\n')}`,
    );
    expect(whole.status).toBe(201);
    expect(await ridesOf(ask, rider.id)).toHaveLength(1);
  });

  const mail = [
    'Sec-Fetch-Site: cross-site',
    'Sec-Fetch-Mode: navigate',
    'Sec-Fetch-Dest: document',
  ];
  it('a link in a mail leads to a page, and to nothing else', async () => {
    expect((await raw('GET /riders HTTP/1.1', mail)).status).toBe(404); // no pages are built into this house
    for (const [first, head] of [
      ['GET /api/riders HTTP/1.1', mail],
      ['POST /riders HTTP/1.1', [...mail, 'Content-Length: 0']],
      [
        'GET /riders HTTP/1.1',
        ['Sec-Fetch-Site: cross-site', 'Sec-Fetch-Mode: no-cors', 'Sec-Fetch-Dest: script'],
      ],
      [
        'GET /riders HTTP/1.1',
        ['Sec-Fetch-Site: cross-site', 'Sec-Fetch-Mode: navigate', 'Sec-Fetch-Dest: iframe'],
      ],
    ] as const)
      expect((await raw(first, head)).status).toBe(403);
  });
});

it('a table made to eat memory is refused before it is taken apart', async () => {
  const rider = await newRider(ask);
  for (const [table, says] of [
    [`seconds,power\n"${'a'.repeat(5000)}`, 'a quotation mark is opened and not closed'],
    [`seconds,power\n${','.repeat(3000)}`, 'more than 200 columns'],
    [`seconds,power\n${'9'.repeat(20_000)}`, 'longer than 16,384 characters'],
    [`seconds,power\n${'1\n'.repeat(1_300_000)}`, 'more than 1,200,000 rows'],
  ] as const)
    expect((await upload(app, rider.id, 'x.csv', table)).body.detail).toContain(says);
});

describe('an assignment', () => {
  it('that names a rider twice is refused; the same session on the same day twice is asked', async () => {
    const rider = await newRider(ask);
    const { body: session } = await ask('POST', '/sessions', { plan: eights() });
    const give = (
      over: object = {},
      riders: object[] = [{ riderId: rider.id, dates: ['2026-12-01', '2026-12-02'] }],
    ) => ask('POST', '/days', { sessionId: session.id, riders, ...over });
    const sixty = await give(
      {},
      Array.from({ length: 60 }, () => ({ riderId: rider.id, dates: ['2026-12-01'] })),
    );
    expect(sixty).toMatchObject({
      status: 400,
      body: { detail: expect.stringContaining('A rider is named twice') },
    });
    expect((await give()).body).toHaveLength(2);
    const asked = await give();
    expect(asked).toMatchObject({ status: 409, body: { type: '/problems/twice-on-a-day' } });
    expect(asked.body.detail).toBe(
      '4 × 8:00 is there already: Ines Okafor on Tue 1 Dec, Ines Okafor on Wed 2 Dec. Assign it once more?',
    );
    expect(await daysOf(ask)).toHaveLength(2);
    expect((await give({ again: true })).body).toHaveLength(2);
  });
});
