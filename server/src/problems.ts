import { type Problem, problem, type ProblemCode } from '@uphill/api';
import type { Socket } from 'node:net';
import type { FastifyError, FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod';
import { faultOf } from './faults.ts';
import { methodsAt } from './methods.ts';
import { BROKE_OFF, FILE_TOO_LARGE, Refusal } from './refusal.ts';

const NOWHERE = 'There is nothing at this address.';

/** What the framework and its readers of forms refuse by themselves, by their codes. */
const FRAMEWORK: Readonly<Record<string, readonly [ProblemCode, string]>> = {
  FST_ERR_CTP_INVALID_JSON_BODY: [
    'not-understood',
    'The request is not valid JSON. Nothing was changed.',
  ],
  FST_ERR_CTP_EMPTY_JSON_BODY: [
    'not-understood',
    'The request is empty where JSON was expected. Nothing was changed.',
  ],
  FST_ERR_CTP_INVALID_MEDIA_TYPE: ['not-json', 'The request has to be JSON. Nothing was changed.'],
  FST_ERR_CTP_BODY_TOO_LARGE: [
    'too-large',
    'The request is larger than 1 MB. Nothing was changed.',
  ],
  FST_REQ_FILE_TOO_LARGE: ['too-large', FILE_TOO_LARGE],
  FST_ERR_BAD_URL: ['not-found', NOWHERE],
  FST_ERR_MAX_PARAM_LENGTH: ['not-found', NOWHERE],
  FST_INVALID_MULTIPART_CONTENT_TYPE: ['not-json', 'The recording has to be sent as a file.'],
  ECONNRESET: ['broke-off', BROKE_OFF],
  ERR_STREAM_PREMATURE_CLOSE: ['broke-off', BROKE_OFF],
};

/** Gives every error of the server the one problem shape (RFC 9457), and no detail of the machine away. */
export function addProblems(app: FastifyInstance, servesPages: boolean): void {
  const methods = methodsAt(app);
  app.setErrorHandler(answerProblem);
  app.setNotFoundHandler((request, reply) => {
    // Every other address is a view of the application, which finds its own way.
    if (servesPages && request.method === 'GET' && !request.url.startsWith('/api'))
      return reply.sendFile('index.html');
    const allowed = methods(request.url);
    if (allowed.length === 0) return send(reply, problem('not-found', NOWHERE));
    void reply.header('allow', allowed.join(', '));
    return send(
      reply,
      problem('not-that-way', `This address knows ${allowed.join(', ')}, not ${request.method}.`),
    );
  });
}

/** Answers with what went wrong; the framework's own errors, before any route is found, come here too. */
export function answerProblem(
  error: FastifyError,
  request: FastifyRequest,
  reply: FastifyReply,
): FastifyReply {
  return send(reply, toProblem(error, request));
}

/** A request that is no HTTP, or broke off before it was one. Nobody is there to read more than this. */
export function answerUnreadable(error: NodeJS.ErrnoException, socket: Socket): void {
  if (error.code === 'ECONNRESET' || !socket.writable) return void socket.destroy();
  const late = error.code === 'ERR_HTTP_REQUEST_TIMEOUT';
  const body = JSON.stringify(
    late
      ? problem('too-slow', 'The request took too long to arrive. Nothing was changed.')
      : problem('not-understood', 'The request cannot be read.'),
  );
  const head = `HTTP/1.1 ${late ? '408 Request Timeout' : '400 Bad Request'}\r\ncontent-type: application/problem+json\r\ncontent-length: ${Buffer.byteLength(body)}\r\nconnection: close`;
  socket.end(`${head}\r\n\r\n${body}`);
}

function toProblem(error: FastifyError, request: FastifyRequest): Problem {
  if (error instanceof Refusal) {
    return { ...problem(error.code, error.message), ...error.extra };
  }
  if (hasZodFastifySchemaValidationErrors(error)) {
    const fields = error.validation.map(({ instancePath, message }) => ({
      field: instancePath.replace(/^\//, '').replaceAll('/', '.') || 'request',
      reason: message ?? 'This cannot be used.',
    }));
    // An address with a malformed id leads nowhere, as one with an unknown id does.
    if (error.validationContext === 'params') return problem('not-found', NOWHERE);
    return {
      ...problem('not-understood', fields[0] ? named(fields[0]) : 'The request cannot be used.'),
      fields,
    };
  }
  const fault = faultOf(error);
  if (fault) {
    request.log.error({ kind: error.name, code: error.code }, 'the database cannot be used');
    return problem(fault.code, `${nothingSaved(request)}${fault.running}`);
  }
  const known = FRAMEWORK[error.code];
  if (known) return problem(...known);
  const status = error.statusCode ?? 500;
  if (status < 500) return { ...problem('not-understood', error.message), status };
  request.log.error({ kind: error.name, code: error.code, stack: error.stack }, 'unexpected error');
  return problem(
    'server-error',
    'Something went wrong on the server. What was stored before is untouched.',
  );
}

/** The first thing wrong, with its field where the sentence does not begin with it. */
function named({ field, reason }: { field: string; reason: string }): string {
  const plain = (text: string): string => text.replace(/[^a-z0-9]/gi, '').toLowerCase();
  const last = plain(field.split('.').at(-1) ?? field);
  return plain(reason.split(':')[0] ?? '') === last ? reason : `${field}: ${reason}`;
}

/** What the reader of an answer has to know first, where something was to be changed. */
function nothingSaved({ method }: FastifyRequest): string {
  return method === 'GET' || method === 'HEAD' ? '' : 'Nothing of this was saved. ';
}

function send(reply: FastifyReply, body: Problem): FastifyReply {
  return reply
    .status(body.status)
    .header('content-type', 'application/problem+json')
    .send(JSON.stringify(body));
}
