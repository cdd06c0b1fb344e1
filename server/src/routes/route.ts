import type { FastifyInstance, FastifyReply } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import type { House } from '../house.ts';

/** A plugin with the routes of one resource. */
export type Routes = (house: House) => (app: FastifyInstance) => Promise<void>;

/** Declares the routes of one resource, with requests and answers typed by their Zod schemas. */
export function routes(declare: (app: ReturnType<typeof typed>, house: House) => void): Routes {
  return (house) => (app) => {
    declare(typed(app), house);
    return Promise.resolve();
  };
}

function typed(app: FastifyInstance) {
  return app.withTypeProvider<ZodTypeProvider>();
}

/** Sends an answer that is JSON already. What it says is held to its schema by the tests, as every answer is. */
export function sendJson(reply: Pick<FastifyReply, 'type' | 'send'>, text: string): never {
  return reply.type('application/json; charset=utf-8').send(text) as never;
}
