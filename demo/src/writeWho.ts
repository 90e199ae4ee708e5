import fsp from 'node:fs/promises';
import path from 'node:path';
import { staff, type DemoStudent } from './people';

/** Writes down who can be tried in the demo school, for whoever starts it. */
export async function writeWho(
  folder: string,
  password: string,
  students: readonly DemoStudent[],
): Promise<void> {
  const named = (last: string) => students.find((student) => student.last === last)!;
  const examples = [named('Đặng'), named('Nwosu')];
  const people = [
    { email: staff.teacher.email, what: 'teacher of Field Geography' },
    { email: staff.coTeacher.email, what: 'co-teacher' },
    { email: staff.aide.email, what: 'aide' },
    { email: staff.office.email, what: 'office' },
    ...examples.map((student) => ({
      email: student.email,
      what: `student, period ${student.period} (and so are ${students.length - 2} more)`,
    })),
  ];
  await fsp.writeFile(path.join(folder, 'demo-school.json'), JSON.stringify({ password, people }, null, 2));
}
