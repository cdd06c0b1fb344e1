import * as api from '@uphill/api';
import { PROBLEMS } from '@uphill/api';
import { jsonSchemaTransform } from 'fastify-type-provider-zod';
import { z, ZodType } from 'zod';

type Json = Record<string, unknown>;
interface Operation {
  operationId?: string;
  requestBody?: unknown;
  responses: Record<string, unknown>;
  'x-makes'?: boolean;
}
export interface Described {
  paths: Record<string, Record<string, Operation>>;
  components?: Json;
}

type Transform = typeof jsonSchemaTransform;

/** A route as it is described: named by its method and its address, and whether something is made by it. */
export const describeRoute: Transform = (document) => {
  const made = jsonSchemaTransform(document);
  const { route } = document as unknown as {
    route: { method: string | string[]; config?: { makes?: string }; url: string };
  };
  const schema = made.schema as Json;
  schema['operationId'] = operationId([route.method].flat()[0] ?? 'GET', made.url);
  if (route.config?.makes !== undefined) schema['x-makes'] = true;
  return made;
};

/** `getRidersByRiderIdDays`: unique, since no two routes share method and address. */
function operationId(method: string, url: string): string {
  const words = url
    .replace(/^\/api/, '')
    .split(/[/-]/)
    .filter(Boolean)
    .map((part) => (part.startsWith(':') ? `By${capital(part.slice(1))}` : capital(part)));
  return method.toLowerCase() + words.join('');
}

const UPLOADS = /\/recordings$/;
/** What any request may be answered with, and what only one that changes something. */
const ALWAYS = [400, 403, 404, 408, 500, 503] as const;
const CHANGING = [409, 413, 415, 422, 507] as const;

/**
 * The description of every address, small enough to be read: what stands in several places is named once, each answer of
 * a problem comes from the table of problems, and what is made is answered with 201.
 *
 * @param document as the framework gathers it from the routes' schemas
 */
export function describeApi(document: Described): Described {
  const shared = new Shared();
  const paths = Object.fromEntries(
    Object.entries(document.paths).map(([path, methods]) => [
      path,
      Object.fromEntries(
        Object.entries(methods).map(([method, operation]) => [
          method,
          described(path, method, operation),
        ]),
      ),
    ]),
  );
  shared.count(paths);
  shared.count(Object.values(problemAnswers()));
  return {
    ...document,
    paths: shared.written(paths) as Described['paths'],
    components: {
      responses: shared.written(problemAnswers()),
      schemas: shared.schemas(),
    },
  };
}

function described(path: string, method: string, operation: Operation): Operation {
  const { 'x-makes': makes = false, responses, ...others } = operation;
  const { '200': ok, ...more } = responses;
  const upload = method === 'post' && UPLOADS.test(path);
  const answers: Record<string, unknown> = { ...more };
  if (ok !== undefined && (!makes || upload)) answers['200'] = ok;
  if (ok !== undefined && (makes || upload))
    answers['201'] = {
      ...(ok as Json),
      headers: { location: { schema: { type: 'string' }, description: 'Where it is.' } },
    };
  for (const status of method === 'get' ? ALWAYS : [...ALWAYS, ...CHANGING])
    answers[status] = { $ref: `#/components/responses/Problem${status}` };
  return {
    ...others,
    ...(upload ? { requestBody: UPLOAD } : {}),
    responses: answers,
  };
}

const UPLOAD = {
  required: true,
  content: {
    'multipart/form-data': {
      schema: {
        type: 'object',
        required: ['file'],
        properties: { file: { type: 'string', contentMediaType: 'application/octet-stream' } },
      },
    },
  },
};

/** One answer a status, with the problems that have it. */
function problemAnswers(): Json {
  const statuses = [...new Set(Object.values(PROBLEMS).map(({ status }) => status))];
  return Object.fromEntries(
    statuses
      .filter((status) => status > 0)
      .map((status) => [
        `Problem${status}`,
        {
          description: Object.entries(PROBLEMS)
            .filter(([, row]) => row.status === status)
            .map(([code, { title }]) => `${code}: ${title}`)
            .join('; '),
          content: {
            'application/problem+json': { schema: schemaOf(api.problemSchema, 'output') },
          },
        },
      ]),
  );
}

function schemaOf(schema: ZodType, io: 'input' | 'output'): Json {
  const made: Json = { ...z.toJSONSchema(schema, { io, unrepresentable: 'any' }) };
  delete made['$schema'];
  return made;
}

/** Keys of a schema that hold one schema, several, or some by name. */
const ONE = new Set(['items', 'additionalProperties', 'propertyNames', 'not']);
const SEVERAL = new Set(['anyOf', 'oneOf', 'allOf', 'prefixItems']);
const BY_NAME = new Set(['properties', 'patternProperties']);
/** Shorter than this a schema is quicker read where it stands, characters. */
const SHORT = 160;

/** Schemas that stand in several places. */
class Shared {
  private readonly counts = new Map<string, number>();
  private readonly names = new Map<string, string>();
  private readonly taken = new Set<string>();
  private readonly known = knownNames();
  private readonly made: Json = {};

  /** Counts how often each schema stands somewhere; what stands in one that was counted before is counted once. */
  count(node: unknown): void {
    this.eachSchema(node, (schema) => this.countSchema(schema));
  }

  private countSchema(schema: Json): void {
    const key = JSON.stringify(schema);
    const before = this.counts.get(key) ?? 0;
    this.counts.set(key, before + 1);
    if (before > 0) return;
    for (const inner of innerOf(schema)) this.countSchema(inner);
  }

  /** The same with a reference in the place of each schema that is shared. */
  written(node: unknown): unknown {
    return this.replaced(node, '');
  }

  schemas(): Json {
    return Object.fromEntries(Object.entries(this.made).sort(([a], [b]) => a.localeCompare(b)));
  }

  private eachSchema(node: unknown, does: (schema: Json) => void): void {
    if (Array.isArray(node)) for (const each of node) this.eachSchema(each, does);
    else if (isObject(node))
      for (const [key, value] of Object.entries(node)) {
        if (key === 'schema' && isObject(value)) does(value);
        else this.eachSchema(value, does);
      }
  }

  private replaced(node: unknown, hint: string): unknown {
    if (Array.isArray(node)) return node.map((each) => this.replaced(each, hint));
    if (!isObject(node)) return node;
    // What has no name of its own is named by the request it belongs to.
    const own = typeof node['operationId'] === 'string' ? capital(node['operationId']) : hint;
    return Object.fromEntries(
      Object.entries(node).map(([key, value]) => [
        key,
        key === 'schema' && isObject(value)
          ? this.reference(value, own || 'Part')
          : this.replaced(value, key === 'requestBody' ? `${own}Body` : own),
      ]),
    );
  }

  private reference(schema: Json, hint: string): Json {
    const key = JSON.stringify(schema);
    const isShared = (this.counts.get(key) ?? 0) > 1 && key.length > SHORT;
    if (!isShared && !this.known.has(key)) return this.inside(schema, hint);
    const name = this.names.get(key) ?? this.nameOf(key, hint);
    if (!(name in this.made)) {
      this.made[name] = {};
      this.made[name] = this.inside(schema, name);
    }
    return { $ref: `#/components/schemas/${name}` };
  }

  private nameOf(key: string, hint: string): string {
    const wanted = this.known.get(key) ?? hint;
    let name = wanted;
    for (let number = 2; this.taken.has(name); number += 1) name = `${wanted}${number}`;
    this.taken.add(name);
    this.names.set(key, name);
    return name;
  }

  /** A schema with its own inner schemas replaced. */
  private inside(schema: Json, hint: string): Json {
    return Object.fromEntries(
      Object.entries(schema).map(([key, value]) => {
        if (ONE.has(key) && isObject(value)) return [key, this.reference(value, hint)];
        if (SEVERAL.has(key) && Array.isArray(value))
          return [
            key,
            (value as unknown[]).map((each) =>
              isObject(each) ? this.reference(each, hint) : each,
            ),
          ];
        if (BY_NAME.has(key) && isObject(value))
          return [
            key,
            Object.fromEntries(
              Object.entries(value).map(([name, each]) => [
                name,
                isObject(each) ? this.reference(each, hint + capital(name)) : each,
              ]),
            ),
          ];
        return [key, value];
      }),
    );
  }
}

function innerOf(schema: Json): Json[] {
  return Object.entries(schema).flatMap(([key, value]) => {
    if (ONE.has(key) && isObject(value)) return [value];
    if (SEVERAL.has(key) && Array.isArray(value)) return (value as unknown[]).filter(isObject);
    return BY_NAME.has(key) && isObject(value)
      ? Object.values<unknown>(value).filter(isObject)
      : [];
  });
}

/** Schemas that have a name of their own in what is asked and answered. */
function knownNames(): Map<string, string> {
  const names = new Map<string, string>();
  for (const [name, schema] of Object.entries(api)) {
    if (!(schema instanceof ZodType) || !name.endsWith('Schema')) continue;
    for (const io of ['output', 'input'] as const) {
      const key = JSON.stringify(schemaOf(schema, io));
      if (key.length > SHORT && !names.has(key))
        names.set(key, capital(name.replace(/Schema$/, '')));
    }
  }
  return names;
}

function isObject(value: unknown): value is Json {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function capital(text: string): string {
  const plain = text.replace(/[^\w]/g, '');
  return plain.charAt(0).toUpperCase() + plain.slice(1);
}
