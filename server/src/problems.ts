import { LARGEST_UPLOAD_MB, type Problem } from '@uphill/api';
import type { Socket } from 'node:net';
import type { FastifyError, FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod';
import { faultOf } from './faults.ts';
import { type ProblemCode, Refusal } from './refusal.ts';

const SENTENCES: Record<string, string> = {
  FST_ERR_CTP_INVALID_JSON_BODY: 'The request is not valid JSON. Nothing was changed.',
  FST_ERR_CTP_EMPTY_JSON_BODY: 'The request is empty where JSON was expected. Nothing was changed.',
  FST_ERR_CTP_INVALID_MEDIA_TYPE: 'The request has to be JSON. Nothing was changed.',
  FST_ERR_CTP_BODY_TOO_LARGE: 'The request is larger than 1 MB. Nothing was changed.',
  FST_REQ_FILE_TOO_LARGE: `The file is larger than ${LARGEST_UPLOAD_MB} MB. A day’s recording is far smaller; nothing was kept.`,
  FST_ERR_BAD_URL: 'There is nothing at this address.',
  FST_ERR_MAX_PARAM_LENGTH: 'There is nothing at this address.',
  FST_INVALID_MULTIPART_CONTENT_TYPE: 'The recording has to be sent as a file.',
};

/** Gives every error of the server the one problem shape (RFC 9457), and no detail of the machine away. */
export function addProblems(app: FastifyInstance, servesPages: boolean): void {
  app.setErrorHandler(answerProblem);
  app.setNotFoundHandler((request, reply) => {
    // Every other address is a view of the application, which finds its own way.
    if (servesPages && request.method === 'GET' && !request.url.startsWith('/api'))
      return reply.sendFile('index.html');
    return send(reply, problem(404, 'There is nothing at this address.'));
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
    problem(
      late ? 408 : 400,
      late
        ? 'The request took too long to arrive. Nothing was changed.'
        : 'The request cannot be read.',
    ),
  );
  const head = `HTTP/1.1 ${late ? '408 Request Timeout' : '400 Bad Request'}\r\ncontent-type: application/problem+json\r\ncontent-length: ${Buffer.byteLength(body)}\r\nconnection: close`;
  socket.end(`${head}\r\n\r\n${body}`);
}

function toProblem(error: FastifyError, request: FastifyRequest): Problem {
  if (error instanceof Refusal) {
    return { ...problem(error.status, error.message, error.code), ...error.extra };
  }
  if (hasZodFastifySchemaValidationErrors(error)) {
    const fields = error.validation.map(({ instancePath, message }) => ({
      field: instancePath.replace(/^\//, '').replaceAll('/', '.') || 'request',
      reason: message ?? 'This cannot be used.',
    }));
    // An address with a malformed id leads nowhere, as one with an unknown id does.
    if (error.validationContext === 'params')
      return problem(404, 'There is nothing at this address.');
    return {
      ...problem(400, fields[0] ? named(fields[0]) : 'The request cannot be used.'),
      fields,
    };
  }
  const fault = faultOf(error);
  if (fault) {
    request.log.error({ kind: error.name, code: error.code }, 'the database cannot be used');
    return problem(fault.status, `${nothingSaved(request)}${fault.running}`, 'not-saved');
  }
  // The sender went away in the middle, or what it sent is no form: nothing of ours went wrong.
  if (BROKEN_FORM.test(`${error.code} ${error.message}`))
    return problem(400, 'The file did not arrive whole. Nothing was kept; send it again.');
  const status = error.statusCode ?? 500;
  if (status >= 500) {
    request.log.error(
      { kind: error.name, code: error.code, stack: error.stack },
      'unexpected error',
    );
    return problem(500, 'Something went wrong on the server. What was stored before is untouched.');
  }
  return problem(status, SENTENCES[error.code] ?? error.message);
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

function problem(status: number, detail: string, code: ProblemCode | null = null): Problem {
  return {
    type: code === null ? 'about:blank' : `/problems/${code}`,
    title: TITLES[status] ?? 'Cannot be done',
    status,
    detail,
  };
}

/** How the readers of forms and streams say that one is malformed or broke off. */
const BROKEN_FORM =
  /ECONNRESET|ERR_STREAM_PREMATURE_CLOSE|Unexpected end of|Malformed|Multipart: Boundary|premature close|aborted/i;

const TITLES: Record<number, string> = {
  400: 'Not understood',
  403: 'Not allowed',
  404: 'Not found',
  409: 'Changed elsewhere',
  413: 'Too large',
  415: 'Not understood',
  422: 'Cannot be used',
  408: 'Too slow',
  414: 'Not found',
  500: 'Server error',
  503: 'Not now',
  507: 'No room',
};

function send(reply: FastifyReply, body: Problem): FastifyReply {
  return reply
    .status(body.status)
    .header('content-type', 'application/problem+json')
    .send(JSON.stringify(body));
}
