/** The stages of the work on a circuit, in their order. */
export const stages = [
  { path: 'supply', title: 'Supply' },
  { path: 'parts', title: 'Parts' },
  { path: 'wiring', title: 'Wiring' },
  { path: 'prove', title: 'Prove' },
  { path: 'find', title: 'Find' },
] as const;

export type StagePath = (typeof stages)[number]['path'];
