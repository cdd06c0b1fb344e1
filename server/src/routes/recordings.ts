import type { IncomingMessage } from 'node:http';
import {
  columnsQuerySchema,
  idParamsSchema,
  receivedSchema,
  recordingWithStreamsSchema,
  riderParamsSchema,
} from '@uphill/api';
import { answerMade } from '../made.ts';
import { UPLOADS_AT_ONCE } from '../limits.ts';
import { badField, BROKE_OFF, Refusal } from '../refusal.ts';
import { turns } from '../turns.ts';
import { keepRecording } from '../store/keepRecording.ts';
import { readFile, readRecording } from '../store/recordings.ts';
import { routes } from './route.ts';

/** Reads what is sent; a sender who goes away in the middle ends it, or nobody else would ever have a turn. */
function orGone<T>(sender: IncomingMessage, read: () => Promise<T>): Promise<T> {
  return new Promise((resolve, reject) => {
    const gone = (): void => {
      if (!sender.complete) reject(new Refusal('broke-off', BROKE_OFF));
    };
    if (sender.destroyed) gone();
    sender.once('close', gone);
    read().then(resolve, (error: unknown) => reject(brokenForm(error)));
  });
}

/** What the reader of forms stumbles over without a name of its own is a form that is none, or is not whole. */
function brokenForm(error: unknown): Error {
  const named = error instanceof Refusal || (error as { code?: unknown }).code !== undefined;
  return named ? (error as Error) : new Refusal('broke-off', BROKE_OFF);
}

export const recordingRoutes = routes((app, { db, pool }) => {
  const inTurn = turns(UPLOADS_AT_ONCE);
  app.post(
    '/riders/:riderId/recordings',
    {
      schema: {
        params: riderParamsSchema,
        querystring: columnsQuerySchema,
        consumes: ['multipart/form-data'],
        response: { 200: receivedSchema },
      },
    },
    (request, reply) =>
      // Until it is its turn, what is sent waits at the sender's.
      inTurn(async () => {
        const { name, bytes } = await orGone(request.raw, async () => {
          const part = await request.file();
          if (!part) throw badField('file', 'No file was sent.');
          return { name: part.filename, bytes: await part.toBuffer() };
        });
        const { again = false, origin, ...choice } = request.query;
        const received = await keepRecording(
          db,
          pool,
          request.params.riderId,
          { name, bytes },
          { choice, again, origin },
        );
        if (!received.duplicate) answerMade(reply, 'recordings', received.recording);
        return received;
      }),
  );

  app.get(
    '/recordings/:id',
    { schema: { params: idParamsSchema, response: { 200: recordingWithStreamsSchema } } },
    ({ params }) => readRecording(db, params.id),
  );

  app.get(
    '/recordings/:id/file',
    { schema: { params: idParamsSchema } },
    async ({ params }, reply) => {
      const { name, bytes } = await readFile(db, params.id);
      return reply
        .header('content-type', 'application/octet-stream')
        .header('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`)
        .send(Buffer.from(bytes));
    },
  );
});
