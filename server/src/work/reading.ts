import type { z } from 'zod';
import { ENDPOINTS, type EndpointName } from '#core/api';
import { issueWords } from '#core/circuit';
import { MOST_TOLD } from '../problems';

/** A body as it was read, or why it was not. */
export type ReadBody = { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly words: string };

/** A document is a few levels deep; more is no document. */
const MOST_DEEP = 40;

export const TOO_DEEP: ReadBody = {
  ok: false,
  words: `The request is nested more than ${MOST_DEEP} deep. Send the document as it was exported.`,
};

/** How deep brackets stand in JSON text, found in one pass before it is parsed; stops as soon as it is too deep. */
export function isTooDeep(text: string): boolean {
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

/** JSON text as a value: what is too deep, no JSON, or holds signs that cannot be kept is told with where, and costs nothing. */
export function readText(text: string): ReadBody {
  if (isTooDeep(text)) return TOO_DEEP;
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return { ok: false, words: `The request is no JSON: ${(error as Error).message}. Send it as application/json.` };
  }
  const where = badSign(value);
  return where === undefined
    ? { ok: true, value }
    : { ok: false, words: `${where} holds a sign that cannot be kept (NUL, or half of a pair). Take it out and send it again.` };
}

/** An issue with a shape as a request tells it: where, and what to do. */
export interface ShapeIssue {
  /** dotted; empty for the whole */
  readonly at: string;
  readonly words: string;
}

/** The first issues in words, and how many more there are. */
export const shapeWords = (issues: readonly ShapeIssue[]): string => {
  const told = issues.slice(0, MOST_TOLD).map(({ at, words }) => `${at || 'The request'} ${words}.`);
  const more = issues.length - told.length;
  return `${told.join(' ')}${more > 0 ? ` And ${more} more.` : ''}`;
};

/** JSON text held to the shape of what an endpoint takes. */
export function readFor(endpoint: EndpointName, text: string): ReadBody {
  const read = readText(text);
  if (!read.ok) return read;
  const shape: z.ZodType = ENDPOINTS[endpoint].body;
  const held = shape.safeParse(read.value);
  if (held.success) return { ok: true, value: held.data };
  return { ok: false, words: shapeWords(held.error.issues.map((issue) => ({ at: issue.path.join('.'), words: issueWords(issue) }))) };
}
