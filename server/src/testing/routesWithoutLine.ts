import type { RouteName } from '@vestibul/contract';

/**
 * Routes that change nothing that others rely on: what is on its way and in trays (the line comes when it is turned in, placed
 * or kept), what somebody sets for themselves, what is only looked at; with each its reason.
 */
export const noLine: Partial<Record<RouteName, string>> = {
  signIn: 'a session is no record',
  signOut: 'a session is no record',
  signInAsDemo: 'a session is no record',
  endMySession: 'a session is no record',
  markNewsSeen: 'of one’s own',
  setNotices: 'of one’s own',
  stopLetters: 'of one’s own',
  renewFeed: 'of one’s own',
  previewRoster: 'looks',
  previewStudent: 'looks',
  previewRenaming: 'looks',
  previewDues: 'looks',
  lookAt: 'looks',
  previewReminder: 'looks',
  cancelRenaming: 'what is cancelled has written nothing',
  addLink: 'tray',
  startText: 'tray',
  writeText: 'tray',
  addFromDrawer: 'tray',
  orderTray: 'tray',
  createUpload: 'on its way',
  sendUpload: 'on its way',
  endUpload: 'on its way',
  dropUpload: 'on its way',
  enterDoor: 'a visit is no record',
  confirmVisit: 'a visit is no record',
  leaveDoor: 'a visit is no record',
  endSending: 'the line came with the pile',
  takePackage: 'is compared; the line comes when it is applied',
  applyPackage: 'packages.test.ts looks for its lines',
};
