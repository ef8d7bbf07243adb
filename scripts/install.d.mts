export function missingPackages(root: string): string[];
export function ensurePackages(root: string, say: (words: string) => void): void;
