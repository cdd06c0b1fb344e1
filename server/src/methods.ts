import type { FastifyInstance } from 'fastify';

/** Which methods an address has; none where there is nothing at it. */
export type MethodsAt = (url: string) => readonly string[];

/** Follows every route that is declared from now on. */
export function methodsAt(app: FastifyInstance): MethodsAt {
  const routes = new Map<string, { readonly fits: RegExp; readonly methods: Set<string> }>();
  app.addHook('onRoute', ({ url, method }) => {
    if (!url.startsWith('/api')) return;
    const known = routes.get(url) ?? { fits: patternOf(url), methods: new Set<string>() };
    for (const each of [method].flat()) known.methods.add(each);
    routes.set(url, known);
  });
  return (url) => {
    const [address = ''] = url.split('?');
    const found = [...routes.values()].filter(({ fits }) => fits.test(address));
    return [...new Set(found.flatMap(({ methods }) => [...methods]))].sort();
  };
}

function patternOf(url: string): RegExp {
  const parts = url.split('/').map((part) => (part.startsWith(':') ? '[^/]+' : escaped(part)));
  return new RegExp(`^${parts.join('/')}/?$`);
}

function escaped(text: string): string {
  return text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
}
