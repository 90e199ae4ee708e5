import type { School } from '../platform/School';

/** Hands what a thread finds to `write`, one batch after the other, each behind the gate; `done` waits for the last of them. */
export function writeInTurn<Part>(school: School, write: (part: Part) => void) {
  let turn = Promise.resolve();
  let failure: unknown;
  return {
    add(part: Part): void {
      turn = turn
        .then(() => school.gate.pass())
        .then(() => {
          if (failure === undefined && school.db.open) write(part);
        })
        .catch((error: unknown) => {
          failure ??= error;
        });
    },
    async done(): Promise<void> {
      await turn;
      if (failure !== undefined) throw failure;
    },
  };
}
