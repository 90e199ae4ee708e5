import { randomUUID } from 'node:crypto';
import type { RouteName } from '@vestibul/contract';
import type { AssignmentId } from '@vestibul/core';
import { by, type Change } from './change';
import { bytesOf, type TestSchool } from './TestSchool';

/** What changes at the side doors, and of what came by them. `assign` makes an assignment that is called so. */
export function changesByDoor(
  school: () => TestSchool,
  assign: (title: string) => Promise<AssignmentId>,
): Partial<Record<RouteName, Change>> {
  const inCourse = () => ({ courseId: school().course });
  const as = (who: string) => school().as(who);
  const newDoor = async () => ({ params: { doorId: (await school().makeDoor()).id } });
  const delivered = async () => {
    const door = await school().makeDoor();
    const key = randomUUID();
    const guest = await school().enter(key, door.token, { name: 'Somebody' });
    await guest.must('deliver', {
      params: { token: door.token },
      body: { key, uploadIds: [await guest.bring('w.txt', bytesOf('wren'))] },
    });
    const { deliveries } = await as('teacher').must('listDeliveries', {
      params: inCourse(),
      query: { after: '' },
    });
    return deliveries.at(-1)!.id;
  };
  return {
    makeDoor: by('teacher', ['side door made'], () => ({
      params: inCourse(),
      body: { domains: ['x.example'] },
    })),
    changeDoor: by('teacher', ['side door changed'], async () => ({
      ...(await newDoor()),
      body: { closesLocal: '2030-01-01T10:00' },
    })),
    shutDoor: by('teacher', ['side door shut'], newDoor),
    openDoor: by('teacher', ['side door opened'], async () => {
      const { params } = await newDoor();
      await as('teacher').must('shutDoor', { params, body: {} });
      return { params };
    }),
    deliver: by('guest', ['came by side door'], async () => {
      const door = await school().makeDoor();
      const guest = await school().enter('guest', door.token, { name: 'Wanda Wren' });
      return {
        params: { token: door.token },
        body: { key: randomUUID(), uploadIds: [await guest.bring('w.txt', bytesOf('wren'))] },
      };
    }),
    placeDelivery: by('teacher', ['turned in', 'piece placed'], async () => ({
      params: { deliveryId: await delivered() },
      body: { studentId: school().ids.mai!, assignmentId: await assign('Delivered') },
    })),
    decideAgain: by('teacher', ['placing undone', 'waits again'], async () => {
      const deliveryId = await delivered();
      const body = { studentId: school().ids.mai!, assignmentId: await assign('Decided again') };
      await as('teacher').must('placeDelivery', { params: { deliveryId }, body });
      return { params: { deliveryId }, body: {} };
    }),
    turnAway: by('teacher', ['turned away'], async () => ({
      params: { deliveryId: await delivered() },
      body: {},
    })),
  };
}
