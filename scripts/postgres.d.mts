export interface Cluster {
  readonly url: string;
  readonly stop: (how?: { readonly atOnce?: boolean }) => Promise<void>;
}
export function startPostgres(folder: string, say?: (words: string) => void): Promise<Cluster>;
export function startThrowaway(): Promise<Cluster>;
