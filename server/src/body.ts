import type { FastifyInstance } from 'fastify';

/** A document is a few levels deep; more is no document. */
const MOST_DEEP = 40;

/** A body that is refused before anything is made of it. */
class BadBody extends Error {
  readonly statusCode = 400;
}

/** How deep brackets stand in JSON text, found in one pass before it is parsed; stops as soon as it is too deep. */
function isTooDeep(text: string): boolean {
  let depth = 0;
  let isString = false;
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at);
    if (isString) {
      if (code === 92) at++;
      else if (code === 34) isString = false;
    } else if (code === 34) isString = true;
    else if (code === 123 || code === 91) {
      if (++depth > MOST_DEEP) return true;
    } else if (code === 125 || code === 93) depth--;
  }
  return false;
}

/** A sign that PostgreSQL keeps in no text: NUL, half of a pair of surrogates. @returns where, as a path; undefined: there is none */
function badSign(value: unknown): string | undefined {
  const open: { readonly path: string; readonly value: unknown }[] = [{ path: '', value }];
  for (let one = open.pop(); one; one = open.pop()) {
    if (typeof one.value === 'string') {
      if (one.value.includes('\u0000') || !isWellFormed(one.value)) return one.path || 'the request';
    } else if (typeof one.value === 'object' && one.value !== null)
      for (const [key, inner] of Object.entries(one.value)) {
        if (key.includes('\u0000') || !isWellFormed(key)) return one.path || 'the request';
        open.push({ path: one.path ? `${one.path}.${key}` : key, value: inner });
      }
  }
  return undefined;
}

const isWellFormed = (text: string): boolean => !/[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/.test(text);

/** Reads JSON bodies: what is too deep, no JSON, or holds signs that cannot be kept is told with where, and costs nothing. */
export function readBodies(app: FastifyInstance): void {
  app.removeContentTypeParser('application/json');
  app.addContentTypeParser('application/json', { parseAs: 'string' }, (_request, body, done) => {
    const text = String(body);
    if (isTooDeep(text))
      return done(new BadBody(`The request is nested more than ${MOST_DEEP} deep. Send the document as it was exported.`));
    let read: unknown;
    try {
      read = JSON.parse(text);
    } catch (error) {
      return done(new BadBody(`The request is no JSON: ${(error as Error).message}. Send it as application/json.`));
    }
    const where = badSign(read);
    if (where !== undefined)
      return done(new BadBody(`${where} holds a sign that cannot be kept (NUL, or half of a pair). Take it out and send it again.`));
    done(null, read);
  });
}
