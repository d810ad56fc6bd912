import type { ColumnType } from 'kysely';

/** JSON columns are read as values and written as text. */
export type Json<Value> = ColumnType<Value, string, string>;
