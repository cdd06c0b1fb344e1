import type { FastifyInstance, FastifyReply } from 'fastify';

/** What a request made, as far as its address hangs on it. */
type Made = { readonly id?: string } | readonly { readonly id: string }[];

declare module 'fastify' {
  interface FastifyContextConfig {
    /** The folder in which what this request makes has its address by its id: it is answered with 201 and that. */
    makes?: string;
  }
}

/** What is made has an address of its own: 201 and where it is, whichever route made it. */
export function addMade(app: FastifyInstance): void {
  app.addHook('preSerialization', (request, reply, payload, done) => {
    const { makes } = request.routeOptions.config;
    if (makes !== undefined && reply.statusCode === 200) {
      const params = request.params as Record<string, string>;
      const folder = makes.replace(/:(\w+)/g, (_, name: string) => params[name] ?? '');
      answerMade(reply, folder, payload as Made);
    }
    done();
  });
}

/** Answers that something was made, and where it is. */
export function answerMade(reply: FastifyReply, folder: string, made: Made): void {
  const [first] = Array.isArray(made) ? (made as { id: string }[]) : [made as { id?: string }];
  void reply.status(201);
  if (first?.id !== undefined) void reply.header('location', `/api/${folder}/${first.id}`);
}
