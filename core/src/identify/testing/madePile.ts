import { studentValues, type NamingStudentFacts } from '../../naming/nameValues';
import { withoutMarks } from '../../text/plainWords';
import { shortFormsOf } from '../shortForms';
import type { IdentifyCourse } from '../identification';

/** A made-up name of a file with what is true of it. */
export interface MadeName {
  kind: string;
  stem: string;
  /** Those whose it is; nobody for strangers and names that tell nobody. */
  students: string[];
  assignment: string | null;
  /** Whether a person who knows the roster could tell whose it is. */
  tells: boolean;
}

export interface MadePile {
  course: IdentifyCourse;
  names: MadeName[];
}

const LAST =
  `Abernathy|Adeyemi|Aguilar-Reyes|Albrecht|Anttila|Arslan|Baptiste|Bashir|Beltrán|Bergström|Bianchi|Blaszczyk|Bondarenko|Brandt|Castellanos|Chaudhry|Chen|Ćosić|Cruz|D'Angelo|Da Silva|Dalgaard|De la Cruz|Demir|Dobrowolski|Dubois|Eriksen|Farouk|Fernández|Fontaine|Fujimoto|Gärtner|Gallo|Garza-Luna|Gomes|Gruber|Gutiérrez|Hakimi|Halvorsen|Haugen|Hernandez|Hoang|Holloway|Horváth|Ibarra|Ishikawa|Ivanova|Jankowski|Jiménez|Johansson|Kapoor|Karlsen|Kaya|Keller|Khoury|Kim|Kowalska|Kristensen|Kuznetsov|Lång|Lê|Lefèvre|Lindqvist|Lombardi|Lopes|MacGregor|Mahlangu|Marchetti|McAllister|Medina|Mendoza|Möller|Moreau|Müller|Nakamura|Navarro|Nguyễn|Nowak|Núñez|O'Brien|O'Sullivan|Okafor|Olsen|Öztürk|Papadakis|Park|Pereira|Petrov|Pham|Popescu|Quiroga|Ramírez|Rasmussen|Rossi|Sánchez|Santos|Sato|Schäfer|Schneider|Shah|Sørensen|St. Clair|Suzuki|Svensson|Takahashi|Tanaka|Thorvald|Tran|Ueda|Van den Berg|Van Houten|Vargas|Vasquez|Virtanen|Vlăsceanu|Wagner|Walker|Weiss|Wójcik|Wood|Yamada|Yıldız|Young|Zając|Zhang|Zimmermann`.split(
    '|',
  );
const FIRST =
  `Aaliyah|Abigail|Adriana|Agnieszka|Ahmed|Aisha|Alejandro|Alexandra|Alice|Amara|Amir|Ana|André|Anthony|Anneliese|Astrid|Benjamin|Bjørn|Camila|Catherine|Charlotte|Chiara|Christopher|Clara|Daniel|David|Diego|Dmitri|Eduardo|Eleanor|Elif|Elizabeth|Emilia|Emma|Esperanza|Ewa|Fatima|Felix|Fernanda|Florence|Francesca|Frederik|Gabriel|Giulia|Grace|Hannah|Harper|Hope|Hugo|Ingrid|Isabel|Ivy|Jacob|James|Jasmine|Javier|Jennifer|Jessica|Joaquín|Jonathan|José|Joshua|Julia|Kateryna|Katherine|Khadija|Lars|Leonardo|Liam|Lily|Luca|Lucía|Maeve|Marcus|Margaret|María|Mateusz|Matthew|Michael|Mohammed|Nadia|Natalie|Nathaniel|Nicolás|Noor|Olivia|Omar|Oskar|Patrick|Penelope|Priya|Rachel|Rafael|Rebecca|Robin|Rose|Ruby|Samantha|Samuel|Sebastian|Sofía|Søren|Stephanie|Tariq|Theodore|Thomas|Valentina|Victoria|Violet|William|Wren|Yara|Zachary|Zofia`.split(
    '|',
  );
const TITLES =
  `Lab Report 1|Lab Report 2|Lab Report 3|Book Review|Poem Analysis|Self Portrait|Rose Window Drawing|Chapter 4 Questions|Chapter 5 Questions|Persuasive Essay|Family Recipe Project|Bridge Model|River Study|Vocabulary Quiz 6|Vocabulary Quiz 7|Timeline of Inventions|Energy Poster|Short Story Draft|Geometry Packet|Debate Notes|Museum Visit Reflection|Solar Oven Design|Interview with a Neighbor|Reading Journal Week 3|Reading Journal Week 4`.split(
    '|',
  );

/** Somebody of a class, as identification sees them; the id is their name where none is given. */
export function madeStudent(last: string, first: string, period = 2, id = `${first} ${last}`) {
  const none = { called: '', username: '', email: '', number: '', group: '' };
  return { id, values: studentValues({ last, first, period, ...none }) };
}

/** Numbers from 0 to below 1, the same for the same seed (mulberry32, from memory). */
export function makeRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

type Person = { id: string } & Omit<NamingStudentFacts, 'group'>;

/** Makes a course of invented people and a pile of names as they are given in a hurry; the same for the same seed. */
export function makePile(seed: number, countOfStudents = 140, countOfNames = 1000): MadePile {
  const random = makeRandom(seed);
  const pick = <One>(from: readonly One[]): One => from[Math.floor(random() * from.length)]!;
  const chance = (share: number) => random() < share;
  const periods = pick([
    [1, 2, 3, 4, 5],
    [2, 3, 5, 6],
    [1, 3, 4, 7, 8],
  ]);
  const people: Person[] = [];
  const accounts = new Set<string>();
  while (people.length < countOfStudents) {
    const [last, first] = [pick(LAST), pick(FIRST)];
    if (people.some((one) => one.last === last && one.first === first)) continue;
    const letters = withoutMarks(last)
      .toLowerCase()
      .replace(/[^a-z]/g, '');
    let username = withoutMarks(first)[0]!.toLowerCase() + letters.slice(0, 8);
    for (let n = 2; accounts.has(username); n += 1) username = username.replace(/\d*$/, String(n));
    accounts.add(username);
    people.push({
      id: `s${people.length}`,
      last,
      first,
      called: chance(0.1) ? (shortFormsOf(withoutMarks(first).toLowerCase())[0] ?? '') : '',
      username,
      email: `${username}@larkmoor.example`,
      number: String(410_000 + people.length * 7),
      period: pick(periods),
    });
  }
  const titles = [...TITLES].sort(() => random() - 0.5).slice(0, 12);
  const works = titles.map((title, i) => ({ id: `a${i}`, title }));
  const names: MadeName[] = [];
  while (names.length < countOfNames) names.push(makeName());
  return {
    course: {
      students: people.map(({ id, ...person }) => ({ id, values: studentValues({ ...person, group: '' }) })),
      assignments: works.map(({ id, title }) => ({ id, titles: [title] })),
      courseTexts: ['Studies of Many Things', 'SMT', '2026-27', 'Tamsin'],
    },
    names,
  };

  function makeName(): MadeName {
    const person = pick(people);
    const work = pick(works);
    const separator = pick([' ', '_', '-', ' - ', '.', '  ']);
    const title = writeTitle(work.title);
    const period = writePeriod(chance(0.02) ? pick(periods) : person.period);
    const hasWork = chance(0.8);
    const join = (who: string) => {
      const parts = [who, ...(hasWork ? [title] : []), ...(chance(0.4) ? [period] : [])];
      parts.sort(() => random() - 0.5);
      const tail = pick(['', '', '', ' final', ' (1)', ' v2', ' 2026-10-02', ' draft', '_FINAL', ' copy']);
      const head = pick(['', '', '', '', 'Copy of ', 'my ']);
      return cased(head + parts.join(separator) + tail);
    };
    const assignment = hasWork ? work.id : null;
    const made = (kind: string, who: string, isTold: boolean): MadeName => ({
      kind,
      stem: join(who),
      students: [person.id],
      assignment,
      tells: isTold,
    });
    const { last, first, called, username, email, number } = person;
    const given = called || first;
    const sharing = (test: (one: Person) => boolean) => people.filter(test).length === 1;
    const kinds: (() => MadeName)[] = [
      () => made('whole name', `${first} ${last}`, true),
      () => made('whole name, last first', `${last}, ${first}`, true),
      () => made('called name', `${given} ${last}`, true),
      () => made('marks lost', withoutMarks(`${first}${separator}${last}`), true),
      () => made('glued', withoutMarks(`${first}${last}`).replace(/[^A-Za-z]/g, ''), true),
      () => made('account', username, true),
      () => made('address', email, true),
      () => made('student number', number, true),
      () =>
        made(
          'initial and last name',
          `${first[0]} ${last}`,
          sharing((one) => one.last === last && one.first[0] === first[0]),
        ),
      () =>
        made(
          'last name and initial',
          `${last}${first[0]}`,
          sharing((one) => one.last === last && one.first[0] === first[0]),
        ),
      () => made('slip', `${slip(first)} ${last}`, true),
      () => made('slip in the last name', `${first} ${slip(last)}`, true),
      () =>
        made(
          'last name alone',
          last,
          sharing((one) => one.last === last),
        ),
      () =>
        made(
          'first name alone',
          first,
          sharing((one) => one.first === first || one.called === first),
        ),
      () => {
        const short = pick([...shortFormsOf(withoutMarks(first).toLowerCase()), first]);
        return made('short form', `${short} ${last}`, true);
      },
      () => made('middle name', `${first} ${pick(['J', 'M.', 'Lee', 'Anne', 'R'])} ${last}`, true),
      () => made('addition behind the name', `${first} ${last} ${pick(['Jr', 'II', 'III', 'jr.'])}`, true),
      () => made('owner without apostrophe', `${first} ${last}s`, last.length > 3),
      () => ({
        ...made('wide letters', `${first} ${last}`, true),
        stem: wide(`${first} ${last}`) + separator + title + separator + period,
        assignment: work.id,
      }),
      () => ({
        ...made('a sign for each letter with a mark', '', true),
        stem: `${signed(first)} ${signed(last)} ${work.title}`,
        assignment: work.id,
        tells: [first, last].every((name) => signed(name) === name || /[a-z]{4}/iu.test(name)),
      }),
      () => ({
        ...made('copy in another language', '', true),
        stem: `${pick(['Kopie von', 'Copia de', 'Copie de', 'Kopi av', 'Cópia de'])} ${first} ${last} ${work.title}`,
        assignment: work.id,
      }),
      () => {
        const other = pick(people);
        const isSomebody = people.some(
          (one) => (one.first === first || one.called === first) && one.last.includes(other.last),
        );
        return isSomebody
          ? made('whole name', `${first} ${last}`, true)
          : stranger('first name of one, last name of another', first, other.last);
      },
      () => made('half of a double name', `${first} ${last.split(/[- ]/).at(-1)!}`, true),
      () => ({
        ...made('percent signs', `${first} ${last}`, true),
        stem: encodeURIComponent(`${first} ${last} ${title}`),
        assignment: work.id,
      }),
      () => ({
        ...made('wrong code', '', true),
        stem: String.fromCharCode(...new TextEncoder().encode(`${first} ${last} ${title}`)),
        assignment: work.id,
      }),
      () => ({
        ...made('decomposed', '', true),
        stem: `${last}_${first}_${title}`.normalize('NFD'),
        assignment: work.id,
      }),
      () => {
        const other = pick(people.filter(({ id }) => id !== person.id));
        return {
          ...made(
            'two authors',
            `${first} ${last}${pick([' and ', ' & ', ' + '])}${other.first} ${other.last}`,
            sharing((one) => one.last === last) && sharing((one) => one.last === other.last),
          ),
          students: [person.id, other.id],
        };
      },
      () =>
        stranger(
          'stranger',
          pick(FIRST),
          `${pick(LAST).slice(0, 3)}${pick(['wick', 'mont', 'enko', 'ssen', 'ville'])}`,
        ),
      () =>
        stranger(
          'stranger with a first name of the roster',
          first,
          pick(['Wexcombe', 'Drubnik', 'Ostheim', 'Paliwoda', 'Quarrington']),
        ),
      () =>
        stranger(
          'stranger with a last name of the roster',
          pick(['Yevgenia', 'Thaddeus', 'Ottoline', 'Bartosz', 'Xiomara']),
          last,
        ),
      () => ({
        kind: 'no name',
        stem: pick([
          'IMG_4821',
          'Scan_0034',
          'homework 12',
          'Untitled document (3)',
          'video7',
          'garden window',
          'final final',
          'PXL_20261002_112233444',
          'Screenshot 2026-10-02 at 11.20.01',
          title,
        ]),
        students: [],
        assignment: null,
        tells: false,
      }),
    ];
    const name = pick(kinds)();
    if (name.kind === 'no name' && name.stem === title) return { ...name, assignment: work.id };
    return name;

    function stranger(kind: string, theirFirst: string, theirLast: string): MadeName {
      return { ...made(kind, `${theirFirst} ${theirLast}`, false), students: [] };
    }
  }

  function writeTitle(title: string): string {
    const way = random();
    if (way < 0.3) return title;
    if (way < 0.45) return title.toLowerCase();
    if (way < 0.6) return title.replaceAll(' ', '_');
    if (way < 0.75) return title.replaceAll(' ', '');
    if (way < 0.9) return title.replaceAll(' ', '-').toUpperCase();
    return title
      .split(' ')
      .map((word) => (word.length > 5 ? slip(word) : word))
      .join(' ');
  }

  function writePeriod(period: number): string {
    const ordinals = ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];
    const endings = ['', 'st', 'nd', 'rd', 'th', 'th', 'th', 'th', 'th'];
    return pick([
      `p${period}`,
      `Period ${period}`,
      `per ${period}`,
      `${period}${endings[period]} hour`,
      `${ordinals[period]} period`,
      `hr${period}`,
      `block ${period}`,
    ]);
  }

  function cased(name: string): string {
    const way = random();
    return way < 0.7 ? name : way < 0.85 ? name.toLowerCase() : way < 0.93 ? name.toUpperCase() : name;
  }

  /** Letters as wide as those of Chinese and Japanese, as phones there type them (Unicode block Halfwidth and Fullwidth Forms). */
  function wide(text: string): string {
    return text.replace(/[!-~]/gu, (sign) => String.fromCharCode(sign.charCodeAt(0) + 0xfee0));
  }

  /** What a program leaves that cannot write letters with marks. */
  function signed(text: string): string {
    return text.normalize('NFC').replace(/[^\x20-\x7e]/gu, '_');
  }

  /** A letter left out, doubled, swapped with the next, or changed; never the first. */
  function slip(word: string): string {
    const letters = [...word];
    if (letters.length < 5) return word;
    const at = 1 + Math.floor(random() * (letters.length - 2));
    const way = random();
    if (way < 0.25) letters.splice(at, 1);
    else if (way < 0.5) letters.splice(at, 0, letters[at]!);
    else if (way < 0.75) [letters[at], letters[at + 1]] = [letters[at + 1]!, letters[at]!];
    else letters[at] = pick([...'aeioulnrst']);
    return letters.join('');
  }
}
