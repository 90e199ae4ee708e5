import type { z } from 'zod';
import { Failure } from '../failure';

/** Reads what came from outside by a schema, or fails with `bad-input`: the first thing that is wrong and where. */
export function parseInput<Schema extends z.ZodType>(schema: Schema, value: unknown): z.output<Schema> {
  const result = schema.safeParse(value);
  if (result.success) return result.data;
  const issue = result.error.issues[0];
  throw new Failure('bad-input', { where: issue?.path.join('.') ?? '', says: issue?.message ?? '' });
}
