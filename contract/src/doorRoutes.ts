import { anyone, seesAll, staff, type Route } from './route';

/** The routes of side doors, and of what came in by them. */
export const doorRoutes = {
  readDoor: { method: 'GET', path: '/api/doors/:token', about: 'school', who: anyone },
  enterDoor: { method: 'POST', path: '/api/doors/:token/visits', about: 'school', who: anyone },
  confirmVisit: { method: 'POST', path: '/api/doors/:token/confirmation', about: 'school', who: anyone },
  deliver: { method: 'POST', path: '/api/doors/:token/deliveries', about: 'school', who: anyone },
  readDeliveryReceipt: {
    method: 'GET',
    path: '/api/doors/:token/receipt',
    about: 'school',
    who: anyone,
    answers: 'bytes',
  },
  listDoors: { method: 'GET', path: '/api/courses/:courseId/doors', about: 'course', who: seesAll },
  makeDoor: { method: 'POST', path: '/api/courses/:courseId/doors', about: 'course', who: staff },
  changeDoor: { method: 'PUT', path: '/api/side-doors/:doorId', about: 'door', who: staff },
  shutDoor: { method: 'POST', path: '/api/side-doors/:doorId/shutting', about: 'door', who: staff },
  openDoor: { method: 'DELETE', path: '/api/side-doors/:doorId/shutting', about: 'door', who: staff },
  listDeliveries: { method: 'GET', path: '/api/courses/:courseId/deliveries', about: 'course', who: seesAll },
  readDelivered: {
    method: 'GET',
    path: '/api/deliveries/:deliveryId/uploads/:uploadId',
    about: 'delivery',
    who: seesAll,
    answers: 'bytes',
  },
  placeDelivery: {
    method: 'POST',
    path: '/api/deliveries/:deliveryId/placing',
    about: 'delivery',
    who: staff,
  },
  turnAway: {
    method: 'POST',
    path: '/api/deliveries/:deliveryId/turning-away',
    about: 'delivery',
    who: staff,
  },
} as const satisfies Record<string, Route>;
