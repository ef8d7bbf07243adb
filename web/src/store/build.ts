/** The build of the pages that the server has, as its answers say it; the first one is that of this page. */
let own: string | undefined;
let isOld = false;
const told = new Set<() => void>();

/** Notes the build that an answer came from. */
export function noteBuild(build: string | null): void {
  if (!build || isOld) return;
  own ??= build;
  if (build === own) return;
  isOld = true;
  for (const tell of told) tell();
}

/** Whether the server has another build than this page was loaded from, for React to follow. */
export const oldPage = {
  subscribe(tell: () => void): () => void {
    told.add(tell);
    return () => void told.delete(tell);
  },
  get: (): boolean => isOld,
};
