/** Brings what an older program wrote one version on: whole documents, and the changes of edits that were kept. */
export interface VersionStep {
  readonly from: number;
  document(old: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>>;
  change(old: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>>;
}
