import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { runInNewContext } from 'node:vm';
import * as power from '@uphill/core/power';
import * as review from '@uphill/core/review';
import * as rider from '@uphill/core/rider';
import * as season from '@uphill/core/season';
import * as sessions from '@uphill/core/sessions';
import * as testing from '@uphill/core/testing';
import * as units from '@uphill/core/units';
import * as zones from '@uphill/core/zones';
import { describe, expect, it } from 'vitest';

const FACES = { units, rider, power, zones, testing, sessions, season, review };
const SOURCE = path.join(import.meta.dirname, '..', 'src');

/** The lines under `@example` in the docstrings of a face: what is called, and what comes of it. */
function examplesOf(face: string): [call: string, comes: string][] {
  return readdirSync(path.join(SOURCE, face), { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts'))
    .flatMap((file) => {
      const text = readFileSync(path.join(SOURCE, face, file), 'utf8');
      return [...text.matchAll(/^ \* @example\n((?: \* [^@\n]*\n)+)/gm)];
    })
    .flatMap(([, lines = '']) => [...lines.matchAll(/^ \* (.+) \/\/ (.+)$/gm)])
    .map(([, call = '', comes = '']) => [call, comes]);
}

describe.each(Object.entries(FACES))('the examples of %s', (name, face) => {
  const examples = examplesOf(name);
  it('are there', () => expect(examples.length).toBeGreaterThan(0));
  it.each(examples)('%s', (call, comes) => {
    // A face speaks of what lies under it, so an example may too.
    const known = { ...units, ...zones, ...testing, ...face };
    expect(runInNewContext(call, { ...known })).toEqual(runInNewContext(`(${comes})`));
  });
});
