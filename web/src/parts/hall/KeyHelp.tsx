import { Dialog } from '../ui/Dialog';
import { placeKeys, places } from './places';

const keys: readonly [string[], string][] = [
  [['j', 'k'], 'next, previous student'],
  [['←', '→', '↑', '↓'], 'move on the rack'],
  [['[', ']'], 'previous, next period'],
  [[',', '.'], 'previous, next assignment'],
  [['Space'], 'glance at what is in the slot'],
  [['r'], 'review: to the desk; there, mark reviewed'],
  [['c'], 'write a comment (on the desk)'],
  [['y'], 'all that this student did through the year, and back (on the desk)'],
  [['m'], 'mark a place for it (on the desk)'],
  [['w'], 'what changed since the attempt before; again, the next change (on the desk)'],
  [[';'], 'put in a phrase (on the desk)'],
  [['t'], 'to the stamps; a number puts one on (on the desk)'],
  [['v'], 'speak a comment, and end it (on the desk)'],
  [['p'], 'write a private note (on the desk)'],
  [['s'], 'score: the points, or the next criterion (on the desk)'],
  [['1', '…', '8'], 'choose a level of the criterion (on the desk)'],
  [['a'], 'approve what is held (on the desk)'],
  [['b'], 'send held work back with your comment (on the desk)'],
  [['h'], 'hand back (on the desk)'],
  [['0', '…', '9'], 'type points (in the mark book)'],
  [['1', '…', '9'], 'choose a candidate (on the sorting table)'],
  [['t'], 'type a name (on the sorting table)'],
  [['a'], 'what it is for, by its number or title (on the sorting table)'],
  [['b'], 'joint work (on the sorting table)'],
  [['↵'], 'place it (on the sorting table)'],
  [['x', 'l'], 'not ours, later (on the sorting table)'],
  [['v', 's', 'Esc'], 'select, select all alike, clear (on the sorting table)'],
  [['u', 'U'], 'undo, redo (on the sorting table)'],
  [['n'], 'fix or change the name on the strip'],
  [['/'], 'find a name, also an earlier one'],
  [['?'], 'this page'],
];

const forms: readonly {
  className: string;
  says: string;
  sheet: boolean;
  tab?: boolean;
  back?: boolean;
  late?: boolean;
  held?: boolean;
}[] = [
  { className: 'slot', says: 'turned in', sheet: true },
  { className: 'slot is-unseen', says: 'not seen by you', sheet: true, tab: true },
  { className: 'slot is-late', says: 'late', sheet: true, late: true },
  { className: 'slot is-flat', says: 'reviewed', sheet: true },
  { className: 'slot is-flat is-back', says: 'handed back', sheet: true, back: true },
  { className: 'slot', says: 'held', sheet: true, held: true },
  { className: 'slot', says: 'nothing in', sheet: false },
  { className: 'slot has-left', says: 'has left', sheet: false },
];

/** All keys, and the legend of the rack's forms: one key away on every teacher's screen. */
export function KeyHelp({ onClose }: { onClose: () => void }) {
  return (
    <Dialog
      title="Keyboard and symbols"
      description="All keys, and what the symbols on the rack mean"
      open
      onClose={onClose}
      className="max-w-3xl"
    >
      <div className="grid gap-8 md:grid-cols-2">
        <dl className="grid content-start gap-2">
          {keys.map(([pressed, does]) => (
            <div key={does} className="flex items-baseline gap-3">
              <dt className="w-32 shrink-0">
                {pressed.map((key) => (
                  <kbd key={key} className="mr-1">
                    {key}
                  </kbd>
                ))}
              </dt>
              <dd>{does}</dd>
            </div>
          ))}
          {places.map((place) => (
            <div key={place} className="flex items-baseline gap-3">
              <dt className="w-32 shrink-0">
                <kbd className="mr-1">g</kbd>
                <kbd>{placeKeys[place]}</kbd>
              </dt>
              <dd>{place}</dd>
            </div>
          ))}
        </dl>
        <ul className="grid list-none grid-cols-2 gap-3 p-0">
          {forms.map(({ className, says, sheet, tab, back, late, held }) => (
            <li key={says} className={`${className} h-22`}>
              <span className="hole">
                {sheet ? (
                  <span className="sheet-edge">
                    {tab ? <span className="tab" /> : null}
                    <span className="sheet-head">
                      <b>text</b>
                      <time>12:40</time>
                    </span>
                    {back ? <span className="turned-down" /> : null}
                    {late ? <span className="cut-corner" /> : null}
                    {held ? <span className="bar" /> : null}
                  </span>
                ) : (
                  <span className="void">{says === 'has left' ? 'left 9 Nov' : 'not started'}</span>
                )}
              </span>
              <span className="slot-name">
                <b>{says}</b>
              </span>
            </li>
          ))}
          <li className="col-span-2 text-small text-ink-2">
            ≠ beside the kind: the owner has changed the file since it was sealed (drift). ×2: several pieces.
          </li>
        </ul>
      </div>
    </Dialog>
  );
}
