import type { CaseDocument, ColumnUnit, Stream } from './document.ts';

/** The stream that is connected to a column, or undefined. */
export function feedOf(document: CaseDocument, column: ColumnUnit): Stream | undefined {
  const connection = document.connections.find((c) => c.to.unit === column.id);
  return document.streams.find((s) => s.id === connection?.from.stream);
}
