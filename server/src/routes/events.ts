import { routes } from './route.ts';

/** So often a line goes out though nothing happened, ms: a connection that is gone is noticed by it. */
const BEAT_MS = 15_000;

/** One stream of everything that changes (server-sent events); a page that opens it drops what it names. */
export const eventRoutes = routes((app, { events }) => {
  app.get('/events', { schema: { hide: true } }, (request, reply) => {
    reply.hijack();
    const { raw } = reply;
    raw.writeHead(200, {
      ...(reply.getHeaders() as Record<string, string>),
      'content-type': 'text/event-stream; charset=utf-8',
      'cache-control': 'no-store',
    });
    raw.write('retry: 1000\n\n');
    const leave = events.follow((heard) => void raw.write(`data: ${JSON.stringify(heard)}\n\n`));
    const beat = setInterval(() => void raw.write(': still here\n\n'), BEAT_MS);
    const end = (): void => {
      clearInterval(beat);
      leave();
    };
    request.raw.once('close', end);
    raw.once('close', end);
    raw.once('error', end);
  });
});
