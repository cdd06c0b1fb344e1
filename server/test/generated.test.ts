import fc from 'fast-check';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { type Ask, day, eights, fileOf, house, newRider, ridesOf, upload } from './support.ts';

/** As much of a JSON schema as the description of the server uses. */
interface Schema {
  readonly $ref?: string;
  readonly anyOf?: Schema[];
  readonly oneOf?: Schema[];
  readonly const?: unknown;
  readonly enum?: unknown[];
  readonly type?: string;
  readonly format?: string;
  readonly pattern?: string;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly maxLength?: number;
  readonly minItems?: number;
  readonly maxItems?: number;
  readonly items?: Schema;
  readonly properties?: Record<string, Schema | boolean>;
  readonly required?: string[];
}

interface Described {
  readonly paths: Record<
    string,
    Record<string, { requestBody?: { content: Record<string, { schema: Schema }> } }>
  >;
  readonly components?: { readonly schemas?: Record<string, Schema> };
}

const DEEPEST = 6;
const BODIES_EACH = 50;
const MOST_CHANGED = 6;

let ask: Ask;
let close: () => Promise<void>;
let described: Described;
/** By the part of an address that they stand behind: `riders`, `sessions`, `days`, `rides`. */
let known: Record<string, string>;

beforeAll(async () => {
  let app: Awaited<ReturnType<typeof house>>['app'];
  ({ app, ask, close } = await house());
  described = (await ask('GET', '/openapi.json')).body as Described;
  const rider = await newRider(ask);
  const { body: session } = await ask('POST', '/sessions', { plan: eights() });
  const { body: days } = await ask('POST', `/riders/${rider.id}/days`, {
    ...{ sessionId: session.id, dates: ['2026-12-01'] },
  });
  await upload(
    app,
    rider.id,
    'ride.csv',
    fileOf(day(-3), () => 1),
  );
  const [ride] = await ridesOf(ask, rider.id);
  known = { riders: rider.id, sessions: session.id, days: days[0].id, rides: ride.id };
});
afterAll(() => close());

/** Values as the schema describes them: what it says is kept, what it leaves open is at its worst. */
function like(schema: Schema | boolean, depth = 0): fc.Arbitrary<unknown> {
  // What must not be there is left out of the JSON.
  if (schema === false) return fc.constant(undefined);
  if (schema === true) return fc.jsonValue({ maxDepth: 2 });
  if (depth > DEEPEST * 3) return fc.constant(null);
  const name = schema.$ref?.split('/').at(-1);
  if (name !== undefined) return like(described.components?.schemas?.[name] ?? {}, depth + 1);
  const choices = schema.anyOf ?? schema.oneOf;
  if (choices) return fc.oneof(...choices.map((choice) => like(choice, depth + 1)));
  if ('const' in schema) return fc.constant(schema.const);
  if (schema.enum) return fc.constantFrom(...schema.enum);
  return ofType(schema, depth);
}

function ofType(schema: Schema, depth: number): fc.Arbitrary<unknown> {
  switch (schema.type) {
    case 'object':
      return objects(schema, depth);
    case 'array':
      return lists(schema, depth);
    case 'boolean':
      return fc.boolean();
    case 'null':
      return fc.constant(null);
    case 'integer':
    case 'number':
      return numbers(schema);
    case 'string':
      return texts(schema);
    default:
      return fc.jsonValue({ maxDepth: 2 });
  }
}

function lists({ items = {}, minItems = 0, maxItems = 3 }: Schema, depth: number) {
  return fc.array(like(items, depth + 1), {
    minLength: minItems,
    maxLength: Math.min(maxItems, Math.max(3, minItems)),
  });
}

function objects({ properties = {}, required = [] }: Schema, depth: number) {
  const model = Object.fromEntries(
    Object.entries(properties).map(([name, each]) => [
      name,
      // A version that is the stored one now and then, so that what lies behind it is reached.
      name === 'version' ? fc.integer({ min: 0, max: MOST_CHANGED }) : like(each, depth + 1),
    ]),
  );
  const deep = depth > DEEPEST;
  const kept = deep
    ? Object.fromEntries(Object.entries(model).filter(([name]) => required.includes(name)))
    : model;
  return fc.record(kept, { requiredKeys: required.filter((name) => name in kept) });
}

function numbers({ minimum = -1e6, maximum = 1e6, type }: Schema): fc.Arbitrary<unknown> {
  const [min, max] = [Math.max(minimum, -1e9), Math.min(maximum, 1e9)];
  const within =
    type === 'integer'
      ? fc.integer({ min: Math.ceil(min), max: Math.floor(max) })
      : fc.double({ min, max, noNaN: true });
  return fc.oneof({ weight: 6, arbitrary: within }, { weight: 1, arbitrary: fc.constant(max) });
}

function texts({ format, pattern, maxLength = 40 }: Schema): fc.Arbitrary<unknown> {
  if (format === 'uuid') return fc.oneof(fc.uuid(), fc.constantFrom(...Object.values(known)));
  if (format === 'date' || pattern?.includes('\\d{4}'))
    return fc.constantFrom(
      ...['2026-10-01', '2026-12-02', '2028-02-29', '2026-02-30', '1900-01-01', '2100-12-31'],
      ...['0000-01-01', '0001-01-01', '9999-12-27', '9999-12-31', ''],
    );
  return fc.string({ unit: 'grapheme', maxLength: Math.min(maxLength, 40) });
}

it('no body made by the description fails in the server, and none with a field too many is taken', async () => {
  let sent = 0;
  for (const [path, methods] of Object.entries(described.paths))
    for (const [method, { requestBody }] of Object.entries(methods)) {
      const schema = requestBody?.content['application/json']?.schema;
      if (!schema) continue;
      await fc.assert(
        fc.asyncProperty(fc.uuid(), like(schema), async (nobody, body) => {
          const url = path
            .replace('/api', '')
            .replace(/\{(?:date|monday)\}/, '2026-11-30')
            .replace(/\{step\}/, '1')
            .replace(/(\w+)\/\{\w+\}/g, (_, of: string) => `${of}/${known[of] ?? nobody}`);
          const verb = method.toUpperCase() as Parameters<Ask>[0];
          const plain = await ask(verb, url, body);
          expect([verb, url, plain.status < 500]).toEqual([verb, url, true]);
          if (plain.status >= 400) expect(plain.body.detail).toMatch(/\S/);
          sent += 1;
          if (typeof body !== 'object' || body === null || Array.isArray(body)) return;
          const more = await ask(verb, url, { ...body, wats: 1 });
          expect([verb, url, more.status]).toEqual([verb, url, 400]);
          sent += 1;
        }),
        { numRuns: BODIES_EACH },
      );
    }
  expect(sent).toBeGreaterThan(3000);
});
