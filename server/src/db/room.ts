import { statfs } from 'node:fs/promises';
import type { Queryable } from './pool';

/** PostgreSQL stops, reading and all, when it cannot write its log: changes are refused while there is still room for a few segments of it. */
const LEAST_BYTES = 64 * 1024 * 1024;
const LOOK_EVERY_MS = 2000;

/** Whether the disk of the database takes more. */
export interface Room {
  hasRoom(): Promise<boolean>;
}

/** Looks at the disk that the database is on; where that is another machine's, nothing is known and room is taken to be there. */
export function createRoom(reads: Queryable, leastBytes = LEAST_BYTES): Room {
  let folder: string | null | undefined;
  let seen: { readonly at: number; readonly has: boolean } | undefined;
  const look = async (): Promise<boolean> => {
    try {
      folder ??= ((await reads.query('show data_directory')).rows[0] as { data_directory: string }).data_directory;
      const { bavail, bsize } = await statfs(folder);
      return bavail * bsize >= leastBytes;
    } catch {
      return true;
    }
  };
  return {
    async hasRoom() {
      const now = Date.now();
      if (!seen || now - seen.at > LOOK_EVERY_MS) seen = { at: now, has: await look() };
      return seen.has;
    },
  };
}
