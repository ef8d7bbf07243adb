import type { z } from 'zod';
import { nearestWord } from '#core/units';

type Issue = z.core.$ZodIssue;

const KINDS: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  object: 'an object with named fields',
  record: 'an object with named fields',
  array: 'a list',
  tuple: 'a list',
  null: 'null',
};
const kindWords = (name: string): string => KINDS[name] ?? name;

/** Where a shape went wrong, as people write it: `devices.dK1.tag`. */
export const issuePath = ({ path }: Pick<Issue, 'path'>): string => path.map(String).join('.');

/**
 * What is wrong with a shape, as what to do about it: no sentence begins with nothing, none says only that something is invalid.
 * @param known names that would have been right where one is not known
 */
export function issueWords(issue: Issue, known: readonly string[] = []): string {
  switch (issue.code) {
    case 'invalid_type':
      // the validator keeps no input; what it received is in its words alone
      return issue.message.endsWith('received undefined')
        ? `is missing: write ${kindWords(issue.expected)}`
        : `must be ${kindWords(issue.expected)}, and is something else`;
    case 'too_big':
      return issue.origin === 'string'
        ? `has more than ${issue.maximum} letters: shorten it`
        : issue.origin === 'number' || issue.origin === 'int'
          ? `must be ${issue.maximum} at most`
          : `has more than ${issue.maximum} entries: split it`;
    case 'too_small':
      return issue.origin === 'string'
        ? 'is empty: write something'
        : issue.origin === 'number' || issue.origin === 'int'
          ? `must be ${issue.inclusive ? '' : 'more than '}${issue.minimum}${issue.inclusive ? ' at least' : ''}`
          : `has fewer than ${issue.minimum} entries`;
    case 'invalid_value':
      return `must be ${issue.values.map((one) => JSON.stringify(one)).join(' or ')}`;
    case 'unrecognized_keys':
      return `has ${issue.keys.map((key) => `"${key}"${meant(key, known)}`).join(', ')}, which is not known: rename it or take it out`;
    case 'invalid_union':
      return 'fits none of the forms that it may have: compare it with one that was exported';
    case 'invalid_key':
      return 'is filed under a name that cannot be one: rename it';
    case 'invalid_format':
      return issue.message.startsWith('Invalid') ? `is not written as a ${issue.format} is` : issue.message;
    default:
      return issue.message.startsWith('Invalid') ? 'cannot be read: compare it with one that was exported' : issue.message;
  }
}

const meant = (key: string, known: readonly string[]): string => {
  const near = nearestWord(key, known);
  return near === undefined ? '' : ` (did you mean "${near}"?)`;
};
