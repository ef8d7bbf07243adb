import { type Copied, copiedSchema } from '#core/panel';

const KEY = 'mando.copied';

/** Puts a copy where every page of this browser finds it. @returns false: the browser keeps nothing, or is full */
export function putCopied(copy: Copied): boolean {
  try {
    localStorage.setItem(KEY, JSON.stringify(copy));
    return true;
  } catch {
    return false;
  }
}

/** What was copied last; undefined where there is nothing, or nothing that this program can read. */
export function takeCopied(): Copied | undefined {
  try {
    const read = copiedSchema.safeParse(JSON.parse(localStorage.getItem(KEY) ?? 'null'));
    return read.success && Object.keys(read.data.devices).length > 0 ? read.data : undefined;
  } catch {
    return undefined;
  }
}
