import { routes, type Route, type RouteName } from '@vestibul/contract';
import type { SubmissionId } from '@vestibul/core';
import type { TestSchool } from './TestSchool';

/** All that somebody is answered by every route that only asks, with a submission of `mai` and what belongs to it in the address. */
export async function everythingSaid(school: TestSchool, who: string, id: SubmissionId): Promise<string> {
  const submission = await school.as('mai').must('readSubmission', { params: { submissionId: id } });
  const ids: Record<string, string> = {
    submissionId: id,
    courseId: school.course,
    assignmentId: submission.assignment.id,
    pieceId: submission.pieces[0]!.id,
    studentId: school.ids.mai!,
    personId: school.ids.mai!,
    periodId: school.periods[2]!,
    attempt: '1',
  };
  const said: string[] = [];
  for (const name of Object.keys(routes) as RouteName[]) {
    const route: Route = routes[name];
    if (route.method !== 'GET' || route.answers === 'events') continue;
    const names = [...route.path.matchAll(/:(\w+)/g)].map(([, param]) => param!);
    const params = Object.fromEntries(names.map((param) => [param, ids[param] ?? 'none_none_none']));
    said.push(await (await school.as(who).raw(name, { params })).text());
  }
  return said.join('\n');
}
