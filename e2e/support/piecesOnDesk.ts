import type { Page } from '@playwright/test';

/** Everything that is turned in: what kind of piece it is, its state, and the address at which it lies on the desk. */
export async function piecesOnDesk(page: Page): Promise<{ form: string; state: string; path: string }[]> {
  return page.evaluate(async () => {
    const [course] = (await (await fetch('/api/courses')).json()) as { id: string }[];
    const { periods } = (await (await fetch(`/api/courses/${course!.id}`)).json()) as {
      periods: { id: string; number: number }[];
    };
    const rack = (await (await fetch(`/api/courses/${course!.id}/rack`)).json()) as {
      students: { id: string; periodId: string }[];
      slots: { id: string | null; form: string; state: string; studentId: string; assignmentId: string }[];
    };
    const numberOf = new Map(periods.map((period) => [period.id, period.number]));
    const periodOf = new Map(rack.students.map((student) => [student.id, numberOf.get(student.periodId)]));
    return rack.slots
      .filter((slot) => slot.id)
      .map((slot) => ({
        form: slot.form,
        state: slot.state,
        path: `/course/${course!.id}/review?period=${periodOf.get(slot.studentId)}&assignment=${slot.assignmentId}&student=${slot.studentId}`,
      }));
  });
}
