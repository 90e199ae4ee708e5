import type { Route } from '../parts/route';

/** The routes of side doors. */
export const doorsRoutes = {
  readDoor: { method: 'GET', path: '/api/doors/:token', about: 'school', needs: 'none' },
  enterDoor: { method: 'POST', path: '/api/doors/:token/visits', about: 'school', needs: 'none' },
  confirmVisit: { method: 'POST', path: '/api/doors/:token/confirmation', about: 'school', needs: 'none' },
  leaveDoor: { method: 'DELETE', path: '/api/doors/:token/visits', about: 'school', needs: 'none' },
  deliver: { method: 'POST', path: '/api/doors/:token/deliveries', about: 'school', needs: 'none' },
  readDeliveryReceipt: {
    method: 'GET',
    path: '/api/doors/:token/receipt',
    about: 'school',
    needs: 'none',
    answers: 'bytes',
  },
  listDoors: { method: 'GET', path: '/api/courses/:courseId/doors', about: 'desk', needs: 'view' },
  makeDoor: { method: 'POST', path: '/api/courses/:courseId/doors', about: 'desk', needs: 'run' },
  changeDoor: { method: 'PUT', path: '/api/side-doors/:doorId', about: 'door', needs: 'run' },
  shutDoor: { method: 'POST', path: '/api/side-doors/:doorId/shutting', about: 'door', needs: 'run' },
  openDoor: { method: 'DELETE', path: '/api/side-doors/:doorId/shutting', about: 'door', needs: 'run' },
  listDeliveries: { method: 'GET', path: '/api/courses/:courseId/deliveries', about: 'desk', needs: 'view' },
  readDelivered: {
    method: 'GET',
    path: '/api/deliveries/:deliveryId/uploads/:uploadId',
    about: 'delivery',
    needs: 'view',
    answers: 'bytes',
  },
  placeDelivery: {
    method: 'POST',
    path: '/api/deliveries/:deliveryId/placing',
    about: 'delivery',
    needs: 'run',
  },
  turnAway: {
    method: 'POST',
    path: '/api/deliveries/:deliveryId/turning-away',
    about: 'delivery',
    needs: 'run',
  },
} as const satisfies Record<string, Route>;
