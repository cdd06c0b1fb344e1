import { randomUUID } from 'node:crypto';
import { type NewTemplate, type OwnTemplate } from '@uphill/api';
import { templateSchema } from '@uphill/core/season';
import type { Db } from '../../database.ts';
import { badField, conflict, notFound } from '../../refusal.ts';
import { act } from '../journal.ts';
import { readJson } from '../json.ts';

const MOST_TEMPLATES = 100;

/** The coach's own templates, the newest first; one that no longer fits its shape is left out. */
export async function listTemplates(db: Db): Promise<OwnTemplate[]> {
  const rows = await db.selectFrom('templates').selectAll().orderBy('created_at', 'desc').execute();
  return rows.flatMap(({ id, template, version }) => {
    const read = readJson(template, templateSchema);
    return read.ok ? [{ id, template: read.value, version }] : [];
  });
}

/** Keeps a template. */
export async function addTemplate(db: Db, { template }: NewTemplate): Promise<OwnTemplate> {
  const { many } = await db
    .selectFrom('templates')
    .select(({ fn }) => fn.countAll<number>().as('many'))
    .executeTakeFirstOrThrow();
  if (many >= MOST_TEMPLATES)
    throw badField('template', `There are ${MOST_TEMPLATES} templates. Remove one first.`);
  const id = randomUUID();
  const own = { ...template, id };
  await act(db, `kept the template ${template.name}`, null, ({ insert }) =>
    insert('templates', {
      ...{ id, template: JSON.stringify(own), version: 1 },
      created_at: new Date().toISOString(),
    }),
  );
  return { id, template: own, version: 1 };
}

/** Takes one out; seasons that came from it keep what they have. */
export async function removeTemplate(db: Db, id: string, version: number): Promise<void> {
  const own = (await listTemplates(db)).find((each) => each.id === id);
  if (!own) throw notFound('entry');
  if (own.version !== version) throw conflict({ id, version }, own);
  await act(db, `removed the template ${own.template.name}`, null, ({ remove }) =>
    remove('templates', id, version),
  );
}
