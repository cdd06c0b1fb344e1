import helmet from '@fastify/helmet';
import type { FastifyInstance } from 'fastify';
import { LARGEST_UPLOAD } from './limits.ts';
import { FILE_TOO_LARGE, Refusal } from './refusal.ts';

const OWN_NAMES = ['127.0.0.1', 'localhost', '[::1]'];

/**
 * Keeps the server to the machine it runs on: only its own host names are answered (a page elsewhere cannot
 * reach it by rebinding a name), only its own pages may ask, and pages may load nothing from anywhere else.
 */
export async function addSecurity(app: FastifyInstance): Promise<void> {
  await app.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'"],
        fontSrc: ["'self'"],
        imgSrc: ["'self'", 'data:'],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        manifestSrc: ["'self'"],
        baseUri: ["'none'"],
        formAction: ["'none'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: false,
    referrerPolicy: { policy: 'no-referrer' },
  });
  app.addHook('onRequest', (request, _reply, done) => {
    const host = request.headers.host ?? '';
    const name = host.replace(/:\d+$/, '');
    if (!OWN_NAMES.includes(name))
      throw new Refusal('not-allowed', 'This server answers only on this machine’s own address.');
    const { origin } = request.headers;
    if (origin !== undefined && origin !== `http://${host}`)
      throw new Refusal('not-allowed', 'Only pages of this server may ask it.');
    // A link in a mail leads to a page; whatever a page asks for, and all of the API, stays shut to others.
    const toPage =
      request.headers['sec-fetch-mode'] === 'navigate' &&
      request.headers['sec-fetch-dest'] === 'document' &&
      request.method === 'GET' &&
      !request.url.startsWith('/api');
    if (request.headers['sec-fetch-site'] === 'cross-site' && !toPage)
      throw new Refusal('not-allowed', 'Only pages of this server may ask it.');
    // Refused before the body is read, so that a huge file costs nothing.
    if (Number(request.headers['content-length'] ?? 0) > LARGEST_UPLOAD + 65_536) {
      throw new Refusal('too-large', FILE_TOO_LARGE);
    }
    done();
  });
}
