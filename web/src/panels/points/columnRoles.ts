import type { PointColumns } from '@pencil-bend/exchange';

/** What stands in a column of a table of points. */
export type ColumnRole = keyof PointColumns;

export const roleOf = (columns: PointColumns, column: number): ColumnRole | null =>
  (Object.keys(columns) as ColumnRole[]).find((role) => columns[role] === column) ?? null;

/**
 * The columns with another one for a role, or none for that of a column: what stood there before changes places with it.
 * Null where x or y would be left without a column among the first `count`.
 */
export function withRole(
  columns: PointColumns,
  column: number,
  role: ColumnRole | null,
  count: number,
): PointColumns | null {
  const before = roleOf(columns, column);
  if (before === role) return columns;
  const next: Record<ColumnRole, number | null> = { ...columns };
  if (before) next[before] = role ? columns[role] : null;
  if (role) next[role] = column;
  const free = Array.from({ length: count }, (_, i) => i).filter(
    (i) => i !== column && !Object.values(next).includes(i),
  );
  const x = next.x ?? free.shift();
  const y = next.y ?? free.shift();
  return x === undefined || y === undefined ? null : { ...next, x, y };
}
