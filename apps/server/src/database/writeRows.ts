import type { EntityManager, ObjectLiteral } from 'typeorm';

/** Well under SQLite's limit on bound values, for tables of up to thirty columns. */
const ROWS_AT_ONCE = 200;

type Table = new () => ObjectLiteral;

/** Adds rows; throws when one with its key is there. By the entity's columns: those that a row doesn't name are empty. */
export function insertRows(manager: EntityManager, table: Table, rows: readonly object[]): Promise<void> {
  return writeRows(manager, 'insert', table, rows);
}

/** Writes rows, each over the one with its key if there is one. */
export function putRows(manager: EntityManager, table: Table, rows: readonly object[]): Promise<void> {
  return writeRows(manager, 'insert or replace', table, rows);
}

/** Past the object mapper's query builder, which takes longer for one row than SQLite does. */
async function writeRows(manager: EntityManager, how: string, table: Table, rows: readonly object[]): Promise<void> {
  if (rows.length === 0) return;
  const { tableName, columns } = manager.connection.getMetadata(table);
  // What the database counts by itself isn't given.
  const given = columns.filter(({ isGenerated }) => !isGenerated);
  const names = given.map(({ databaseName }) => `"${databaseName}"`).join(', ');
  const marks = `(${given.map(() => '?').join(', ')})`;
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
    const some = rows.slice(from, from + ROWS_AT_ONCE);
    const values = some.flatMap((row) =>
      given.map((column): unknown => {
        const value = (row as Record<string, unknown>)[column.propertyName] ?? null;
        return value === null ? null : manager.connection.driver.preparePersistentValue(value, column);
      }),
    );
    await manager.query(`${how} into "${tableName}" (${names}) values ${some.map(() => marks).join(', ')}`, values);
  }
}
