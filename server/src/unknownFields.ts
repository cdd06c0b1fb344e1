import type { FastifySchemaCompiler } from 'fastify';
import { validatorCompiler } from 'fastify-type-provider-zod';
import { Refusal } from './refusal.ts';

/**
 * Reads what was sent by its schema. A field of a body that the schema does not know is refused by its name: a slip in
 * a name would else be taken for something that was left out.
 */
export const readStrictly: FastifySchemaCompiler<unknown> = (route) => {
  const read = validatorCompiler(route as Parameters<typeof validatorCompiler>[0]);
  if (route.httpPart !== 'body') return read;
  return (sent) => {
    const answer = read(sent) as { value?: unknown; error?: Error };
    if (!('value' in answer)) return answer;
    const unknown = unknownIn(sent, answer.value, '');
    return unknown === null ? answer : { error: refusalOf(unknown) };
  };
};

/** Where something was sent that was not read; null where all of it was. */
function unknownIn(sent: unknown, read: unknown, at: string): string | null {
  if (Array.isArray(sent) && Array.isArray(read)) {
    for (const [index, each] of sent.entries()) {
      const found = unknownIn(each, read[index], `${at}/${index}`);
      if (found !== null) return found;
    }
    return null;
  }
  if (!isPlain(sent) || !isPlain(read)) return null;
  for (const [name, value] of Object.entries(sent)) {
    if (!Object.hasOwn(read, name)) return `${at}/${name}`;
    const found = unknownIn(value, read[name], `${at}/${name}`);
    if (found !== null) return found;
  }
  return null;
}

function isPlain(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** Named as every other wrong field is. */
function refusalOf(at: string): Refusal {
  const field = at.slice(1).replaceAll('/', '.');
  const reason = 'There is no such field. Nothing was changed.';
  return new Refusal('not-understood', `${field}: ${reason}`, { fields: [{ field, reason }] });
}
