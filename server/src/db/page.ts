/** A page of a list, and where the next one begins. One row more than asked for is read, to know whether there is a next. */
export const pageOf = <Row>(rows: readonly Row[], limit: number, cursorOf: (last: Row) => string): { rows: Row[]; next: string | null } => {
  const page = rows.slice(0, limit);
  const last = page.at(-1);
  return { rows: page, next: rows.length > limit && last !== undefined ? cursorOf(last) : null };
};

export interface Page {
  readonly after?: string | undefined;
  readonly limit: number;
}
