import { z } from 'zod';

/** An id as the file gives it; opaque. */
const fileId = z.string().min(1).max(200);
const text = z.string().max(1000);

/** A class for the command line (`class.json`); keys that are not here are passed over. */
export const classFile = z
  .object({
    school: text,
    year: text,
    term: text.optional(),
    course: text,
    courseCode: text,
    teacher: z.object({ last: text, username: text.optional() }),
    periods: z.array(z.object({ id: fileId, number: z.number().int().min(0), label: text })).min(1),
    students: z
      .array(
        z.object({
          id: fileId,
          last: text,
          first: text,
          preferred: text.optional(),
          username: text.default(''),
          email: text.default(''),
          number: z.union([text, z.number()]).transform(String).default(''),
          group: text.default(''),
          period: fileId,
        }),
      )
      .max(100_000),
    assignments: z
      .array(z.object({ id: fileId, title: text, due: z.string().max(40).optional() }))
      .default([]),
    fileRule: text.optional(),
    folderRule: text.optional(),
  })
  .superRefine((file, context) => {
    const periods = new Set(file.periods.map(({ id }) => id));
    file.students.forEach(({ period }, i) => {
      if (!periods.has(period))
        context.addIssue({
          code: 'custom',
          path: ['students', i, 'period'],
          message: `there is no period '${period}'; name one of ${[...periods].join(', ')}`,
        });
    });
  });

export type ClassFile = z.infer<typeof classFile>;
