import type { IncomingMessage } from 'node:http';
import { idParams, received, recording, recordingWithStreams, riderParams } from '@uphill/api';
import { z } from 'zod';
import { UPLOADS_AT_ONCE } from '../limits.ts';
import { badField, Refusal } from '../refusal.ts';
import { turns } from '../turns.ts';
import { keepRecording, listRecordings, readFile, readRecording } from '../store/recordings.ts';
import { routes } from './route.ts';

/** Reads what is sent; a sender who goes away in the middle ends it, or nobody else would ever have a turn. */
function orGone<T>(sender: IncomingMessage, read: () => Promise<T>): Promise<T> {
  return new Promise((resolve, reject) => {
    const gone = (): void => {
      if (!sender.complete)
        reject(new Refusal(400, 'The file did not arrive whole. Nothing was kept; send it again.'));
    };
    if (sender.destroyed) gone();
    sender.once('close', gone);
    read().then(resolve, reject);
  });
}

export const recordingRoutes = routes((app, { db, pool }) => {
  const inTurn = turns(UPLOADS_AT_ONCE);
  app.get(
    '/riders/:riderId/recordings',
    { schema: { params: riderParams, response: { 200: z.array(recording) } } },
    ({ params }) => listRecordings(db, params.riderId),
  );

  app.post(
    '/riders/:riderId/recordings',
    {
      schema: {
        params: riderParams,
        consumes: ['multipart/form-data'],
        response: { 200: received },
      },
    },
    (request) =>
      // Until it is its turn, what is sent waits at the sender's.
      inTurn(async () => {
        const { name, bytes } = await orGone(request.raw, async () => {
          const part = await request.file();
          if (!part) throw badField('file', 'No file was sent.');
          return { name: part.filename, bytes: await part.toBuffer() };
        });
        return keepRecording(db, pool, request.params.riderId, { name, bytes });
      }),
  );

  app.get(
    '/recordings/:id',
    { schema: { params: idParams, response: { 200: recordingWithStreams } } },
    ({ params }) => readRecording(db, params.id),
  );

  app.get('/recordings/:id/file', { schema: { params: idParams } }, async ({ params }, reply) => {
    const { name, bytes } = await readFile(db, params.id);
    return reply
      .header('content-type', 'application/octet-stream')
      .header('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`)
      .send(Buffer.from(bytes));
  });
});
