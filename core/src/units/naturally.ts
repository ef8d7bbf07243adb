const collator = new Intl.Collator('en', { numeric: true });

/** The order in which people count: K1, K2, K10. For `sort`. */
export const naturally = (a: string, b: string): number => collator.compare(a, b);
