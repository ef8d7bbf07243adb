import type { VersionStep } from './step';

/** Version 2 knew nothing of what may run together. */
export const from2: VersionStep = {
  from: 2,
  document: (old) => ({ ...old, schema: 3, pairs: [] }),
  change(old) {
    const { to } = old;
    return old.type === 'replaceDocument' && typeof to === 'object' && to !== null ? { ...old, to: from2.document({ ...to }) } : old;
  },
};
