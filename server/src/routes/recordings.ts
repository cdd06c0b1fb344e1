import { idParams, received, recording, recordingWithStreams, riderParams } from '@uphill/api';
import { z } from 'zod';
import { UPLOADS_AT_ONCE } from '../limits.ts';
import { badField } from '../refusal.ts';
import { turns } from '../turns.ts';
import { keepRecording, listRecordings, readFile, readRecording } from '../store/recordings.ts';
import { routes } from './route.ts';

export const recordingRoutes = routes((app, { db, pool }) => {
  const inTurn = turns(UPLOADS_AT_ONCE);
  app.get('/riders/:riderId/recordings', { schema: { params: riderParams, response: { 200: z.array(recording) } } }, ({ params }) =>
    listRecordings(db, params.riderId),
  );

  app.post('/riders/:riderId/recordings', { schema: { params: riderParams, consumes: ['multipart/form-data'], response: { 200: received } } }, (request) =>
    // Until it is its turn, what is sent waits at the sender's.
    inTurn(async () => {
      const part = await request.file();
      if (!part) throw badField('file', 'No file was sent.');
      const bytes = await part.toBuffer();
      return keepRecording(db, pool, request.params.riderId, { name: part.filename, bytes });
    }),
  );

  app.get('/recordings/:id', { schema: { params: idParams, response: { 200: recordingWithStreams } } }, ({ params }) => readRecording(db, params.id));

  app.get('/recordings/:id/file', { schema: { params: idParams } }, async ({ params }, reply) => {
    const { name, bytes } = await readFile(db, params.id);
    return reply
      .header('content-type', 'application/octet-stream')
      .header('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`)
      .send(Buffer.from(bytes));
  });
});
