import 'server-only';
import type { z } from 'zod';
import { failure, type Issue, type Result, success } from '@/core/base';

/** What is said of a field that has no sentence of its own. */
const NOT_LIKE_THIS = 'This is not filled in as it must be.';

/**
 * Reads what came with a form.
 * @returns the values; or every problem, each with the field it belongs to and the first of a field only.
 * @example readForm(z.object({ name: z.string().min(1, 'Type a name.') }), { name: '' }) // issues: [{ where: 'name', … }]
 */
export function readForm<Schema extends z.ZodType>(schema: Schema, form: unknown): Result<z.output<Schema>> {
  if (hasNul(form)) return failure({ code: 'nul', message: NOT_STORABLE });
  const read = schema.safeParse(form);
  if (read.success) return success(read.data);
  const issues = read.error.issues.map(
    ({ code, message, path }): Issue => ({
      code,
      // Sentences of ours end like one.
      message: message.endsWith('.') ? message : NOT_LIKE_THIS,
      ...(path.length > 0 && { where: path.join('.') }),
    }),
  );
  return failure(
    ...issues.filter(({ where }, index) => issues.findIndex((one) => one.where === where) === index),
  );
}

const NOT_STORABLE = 'There is a character in it that cannot be stored. Type it anew.';

/** PostgreSQL cannot store a NUL in a text. Nothing that is typed has one. */
function hasNul(value: unknown): boolean {
  if (typeof value === 'string') return value.includes('\0');
  if (typeof value !== 'object' || value === null) return false;
  return Object.entries(value).some(([key, inner]) => key.includes('\0') || hasNul(inner));
}

/** A problem that only the rest of the data shows. @param where the field it belongs to. */
export const refused = (message: string, where?: string): Result<never> =>
  failure({ code: 'refused', message, ...(where !== undefined && { where }) });
