import { withoutMarks } from '@vestibul/core';

/** Somebody of a made class. */
export interface Made {
  id: string;
  first: string;
  last: string;
  period: number;
}

/** A piece that is to be written: what its name, its folder, its account and its text say, and whose it is. */
export interface Piece {
  stem: string;
  folder?: string;
  author?: string;
  changedBy?: string;
  header?: string;
  lines: string[];
  /** Rows of a table at its head. */
  rows?: string[][];
  /** Whose it is; nobody where it does not tell. */
  owners: readonly Made[];
  /** Whether what is known of it contradicts itself, so that it is to be asked about. */
  isContradicted?: true;
}

/** What a kind is made of: its owner, two others of the class, and somebody who is not on its roster. */
export interface Cast {
  a: Made;
  b: Made;
  c: Made;
  /** Somebody of the class with the last name of `a`; null where there is none. */
  sibling: Made | null;
  stranger: string;
  title: string;
  /** A name that tells nothing. */
  useless: string;
}

export const nameOf = ({ first, last }: Made) => `${first} ${last}`;
/** What a text says of nobody. */
export const PROSE = [
  'The water rose after the rain of Monday and fell again before the weekend came to its end.',
  'We walked along the bank and measured the depth at each post with the long rod.',
];

const owned =
  (head: (cast: Cast) => string[]) =>
  (cast: Cast): Piece => ({
    stem: cast.useless,
    lines: [...head(cast), ...PROSE],
    owners: [cast.a],
  });
const mention =
  (line: string) =>
  (cast: Cast): Piece => ({
    stem: cast.useless,
    lines: [line.replace('X', nameOf(cast.b)), ...PROSE],
    owners: [],
  });
const contradicted =
  (make: (cast: Cast) => Omit<Piece, 'isContradicted'>) =>
  (cast: Cast): Piece => ({
    ...make(cast),
    isContradicted: true,
  });

/** Kinds of pieces, made before it was looked at what the engine does with them; common practice, no source. */
export const kinds: Readonly<Record<string, (cast: Cast) => Piece | null>> = {
  'first name of the file, a sibling’s account': ({ a, sibling, title }) =>
    sibling && {
      stem: `${a.first} ${title}`,
      author: nameOf(sibling),
      lines: PROSE,
      owners: [a],
      isContradicted: true,
    },
  'owner, and a sibling’s account': ({ a, sibling, useless }) =>
    sibling && {
      stem: useless,
      author: nameOf(sibling),
      lines: [`Name: ${nameOf(a)}`, ...PROSE],
      owners: [a],
      isContradicted: true,
    },
  'owner with a sibling in the class': ({ a, sibling, useless }) =>
    sibling && { stem: useless, lines: [`Name: ${nameOf(a)}`, ...PROSE], owners: [a] },
  'name: label': owned(({ a }) => [`Name: ${nameOf(a)}`]),
  'name, date and period in a line': owned(({ a }) => [
    `Name: ${nameOf(a)}   Date: 3 May   Period: ${a.period}`,
  ]),
  'last name, first name': owned(({ a }) => [`${a.last}, ${a.first}`, `Period ${a.period}`]),
  'by, below the title': owned(({ a, title }) => [title, `by ${nameOf(a)}`]),
  'without marks': owned(({ a }) => [`Name: ${withoutMarks(nameOf(a))}`]),
  'label in another language': owned(({ a }) => [`Nombre y apellido: ${nameOf(a)}`]),
  'first and last name apart': owned(({ a }) => [`Last name: ${a.last}`, `First name: ${a.first}`]),
  'a form in cells': (cast) => ({
    ...owned(() => [])(cast),
    rows: [
      ['Name', nameOf(cast.a)],
      ['Date', '3 May'],
      ['Teacher', 'R. Halloran'],
    ],
  }),
  'a form of one row': (cast) => ({
    ...owned(() => [])(cast),
    rows: [
      ['Name', 'Date', 'Period'],
      [nameOf(cast.a), '3 May', String(cast.a.period)],
    ],
  }),
  'head of the pages': (cast) => ({
    ...owned(() => [])(cast),
    header: `${nameOf(cast.a)}   Period ${cast.a.period}`,
  }),
  'owner, and who marked it': owned(({ a, b }) => [`Name: ${nameOf(a)}`, `Marked by: ${nameOf(b)}`]),
  'owner, and who is written to': owned(({ a, b }) => [`By ${nameOf(a)}`, `Dear ${nameOf(b)},`]),
  'owner, and who is asked': owned(({ a, b }) => [`Student: ${nameOf(a)}`, `Interview with ${nameOf(b)}`]),
  'owner, and a parent': owned(({ a }) => [`Name: ${nameOf(a)}`, `Mother: Ottoline ${a.last}`]),
  'owner, and a teacher’s account': (cast) => ({
    ...owned(({ a }) => [`Name: ${nameOf(a)}`])(cast),
    author: 'R. Halloran',
  }),
  'a group': (cast) => ({
    stem: cast.useless,
    lines: [`Group members: ${nameOf(cast.a)}, ${nameOf(cast.b)}`, ...PROSE],
    owners: [cast.a, cast.b],
  }),
  'two owners': (cast) => ({
    stem: cast.useless,
    lines: [`By ${nameOf(cast.a)} and ${nameOf(cast.b)}`, ...PROSE],
    owners: [cast.a, cast.b],
  }),
  'account alone': ({ a, useless }) => ({ stem: useless, author: nameOf(a), lines: PROSE, owners: [a] }),
  'name of the file': ({ a }) => ({ stem: `${a.last}_${a.first}`, lines: PROSE, owners: [a] }),
  'name of the file and a parent’s account': ({ a }) => ({
    stem: `${nameOf(a)} final`,
    author: `Ottoline ${a.last}`,
    lines: PROSE,
    owners: [a],
  }),
  'name of the file, saved by a classmate': ({ a, b }) => ({
    stem: nameOf(a),
    changedBy: nameOf(b),
    lines: PROSE,
    owners: [a],
  }),
  folder: ({ a, useless }) => ({ stem: useless, folder: `${a.last} ${a.first}`, lines: PROSE, owners: [a] }),
  'only: dear': mention('Dear X,'),
  'only: partner': mention('Partner: X'),
  'only: marked by': mention('Marked by X'),
  'only: reviewer': mention('Peer reviewer: X'),
  'only: photo': mention('Photo: X'),
  'only: for': mention('For X'),
  'only: interview': mention('Interview with X'),
  'only: in a sentence': mention('X was my partner'),
  'only: a life': mention('The life of X'),
  'only: thanks': mention('Thanks, X'),
  'a list of the class': ({ a, b, c, useless }) => ({
    stem: useless,
    lines: ['Our class', nameOf(a), nameOf(b), nameOf(c), ...PROSE],
    owners: [],
  }),
  'a list of marks': ({ a, b, c, useless }) => ({
    stem: useless,
    lines: PROSE,
    rows: [['Name', 'Score'], ...[a, b, c].map((one, i) => [nameOf(one), String(10 - i)])],
    owners: [],
  }),
  'saved by a classmate, nothing else': ({ b, useless }) => ({
    stem: useless,
    changedBy: nameOf(b),
    lines: PROSE,
    owners: [],
  }),
  'a stranger in the owner’s place': ({ stranger, useless }) => ({
    stem: useless,
    lines: [`Name: ${stranger}`, ...PROSE],
    owners: [],
  }),
  'name of the file and a classmate’s account': contradicted(({ a, b }) => ({
    stem: nameOf(a),
    author: nameOf(b),
    lines: PROSE,
    owners: [a],
  })),
  'owner and a classmate’s account': contradicted(({ a, b, useless }) => ({
    stem: useless,
    author: nameOf(b),
    lines: [`Name: ${nameOf(a)}`, ...PROSE],
    owners: [a],
  })),
  'a classmate’s folder': contradicted(({ a, b }) => ({
    stem: nameOf(a),
    folder: nameOf(b),
    lines: PROSE,
    owners: [a],
  })),
  'a stranger’s file on a student’s account': contradicted(({ a, stranger }) => ({
    stem: stranger,
    author: nameOf(a),
    lines: PROSE,
    owners: [],
  })),
  'a stranger’s folder, a student’s account': contradicted(({ a, stranger, useless }) => ({
    stem: useless,
    folder: stranger,
    author: nameOf(a),
    lines: PROSE,
    owners: [],
  })),
  'a stranger with a last name of the class': contradicted(({ a, stranger, useless }) => ({
    stem: useless,
    author: nameOf(a),
    lines: [`Name: ${stranger.split(' ')[0]} ${a.last}`, ...PROSE],
    owners: [],
  })),
  'a stranger, and a partner of the class': contradicted(({ b, stranger, useless }) => ({
    stem: useless,
    lines: [`Name: ${stranger}`, `Partner: ${nameOf(b)}`, ...PROSE],
    owners: [],
  })),
};
