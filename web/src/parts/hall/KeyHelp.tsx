import { Dialog } from '../ui/Dialog';
import type { Course } from '../../state/api';
import { keyGroups } from './keyGroups';
import type { Place } from './places';

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

interface KeyHelpProps {
  place: Place;
  role: Course['role'];
  onClose: () => void;
}

/** All keys, those of this place first, and the legend of the rack's forms: one key away on every teacher's screen. */
export function KeyHelp({ place, role, onClose }: KeyHelpProps) {
  return (
    <Dialog
      title="Keyboard and symbols"
      description="All keys, and what the symbols on the rack mean"
      open
      onClose={onClose}
      className="max-w-4xl"
    >
      <div className="grid gap-8 md:grid-cols-[3fr_2fr]">
        <div className="grid content-start gap-4">
          {keyGroups(place, role).map(({ title, lines }) => (
            <section key={title} aria-label={title}>
              <h3 className="mb-1.5 font-semibold">{title}</h3>
              <dl className="grid gap-1.5">
                {lines.map(([pressed, does]) => (
                  <div key={does} className="flex items-baseline gap-3">
                    <dt className="w-28 shrink-0">
                      {pressed.map((key) => (
                        <kbd key={key} className="mr-1">
                          {key}
                        </kbd>
                      ))}
                    </dt>
                    <dd>{does}</dd>
                  </div>
                ))}
              </dl>
            </section>
          ))}
        </div>
        <ul aria-label="Symbols" className="grid list-none grid-cols-2 content-start gap-3 p-0">
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
