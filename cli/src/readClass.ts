import { findNodeAtLocation, getNodeValue, parseTree, type Node, type ParseError } from 'jsonc-parser';
import { decodeText, studentValues, type NameValues, type NamingCourse } from '@vestibul/core';
import { classFile, type ClassFile } from '@vestibul/contract';
import { WrongCall, readFile, type Surroundings } from './surroundings';

/** Reads a class and checks it against its format; what is wrong is told with the line on which it stands. */
export function readClass(file: string, world: Surroundings): ClassFile {
  const text = decodeText(readFile(file, world));
  const lineOf = (offset: number) => text.slice(0, offset).split('\n').length;
  const errors: ParseError[] = [];
  const tree = parseTree(text, errors);
  const error = errors[0];
  if (!tree || error)
    throw new WrongCall(`${file}:${lineOf(error?.offset ?? 0)}: this is no JSON; mend it there`);
  const read = classFile.safeParse(getNodeValue(tree));
  if (read.success) return read.data;
  const { path, message } = read.error.issues[0]!;
  const where = path.map((step) => (typeof step === 'number' ? step : String(step)));
  throw new WrongCall(`${file}:${lineOf(nearest(tree, where).offset)}: ${where.join('.')}: ${message}`);
}

/** The node at a path, or the last one on the way there. */
function nearest(tree: Node, path: (string | number)[]): Node {
  for (let steps = path.length; steps > 0; steps -= 1) {
    const node = findNodeAtLocation(tree, path.slice(0, steps));
    if (node) return node;
  }
  return tree;
}

/** A class as the naming rules see it; with an assignment, that one alone. */
export function namingCourseOf(file: ClassFile, assignment?: string): NamingCourse {
  const numbers = new Map(file.periods.map(({ id, number }) => [id, number]));
  const works = file.assignments.filter(({ id }) => assignment === undefined || id === assignment);
  return {
    shared: {
      course: file.course,
      code: file.courseCode,
      year: file.year,
      term: file.term ?? '',
      teacher: file.teacher.last,
    },
    students: file.students.map((student) => ({
      id: student.id,
      values: studentValues({
        ...student,
        called: student.preferred ?? '',
        period: numbers.get(student.period)!,
      }),
    })),
    works: works.map(({ title, due }): NameValues => ({ assignment: title, due: due?.slice(0, 10) ?? null })),
  };
}
