import { makeChance } from './random';

export interface DemoStudent {
  last: string;
  first: string;
  called: string;
  username: string;
  email: string;
  number: string;
  period: number;
}

export const DOMAIN = 'larkmoor.example';
export const periodNumbers = [2, 3, 4, 5, 7] as const;

export const staff = {
  office: { last: 'Ferncastle', first: 'Odile', email: `office@${DOMAIN}` },
  teacher: { last: 'Tamsin', first: 'Imogen', email: `itamsin@${DOMAIN}` },
  coTeacher: { last: 'Okonjo', first: 'Bastien', email: `bokonjo@${DOMAIN}` },
  aide: { last: 'Sandoval', first: 'Pilar', email: `psandoval@${DOMAIN}` },
} as const;

/** All people are invented. `last|first|called`, by the hard cases that a real roster has. */
const special: Record<number, readonly string[]> = {
  2: [
    'Abara|Chidi',
    'Márquez de la Torre-Villaseñor|Ana Sofía Guadalupe|Ana',
    'Nguyễn|Đạt',
    'Nguyễn|Diễm',
    'Wayan|',
    'St. Clair|Noor',
    'Ålund|Signe',
  ],
  3: [
    'Đặng|Thị Mai|Mai',
    'Bello-Castañeda|Maximiliano',
    'O’Rourke|Caoimhe',
    'van der Veen|Jip',
    'Jónsdóttir|Freyja',
    'Yılmaz|Deniz',
    'Dąbrowska|Lena',
    'Márquez de la Torre|Alejandra',
  ],
  4: [
    'Berg|Emma',
    'Haddad|Samir',
    'Haddad|Salma',
    'de la Cruz|Itzel',
    'Łukasik|Zofia',
    'D’Angelo|Pia',
    'Rivers|Rose',
  ],
  5: [
    'Demir|Ali',
    'Demir|Ali',
    'bin Rashid|Farah',
    'Tūroa|Mere',
    'Fields-Saldaña|Vella',
    'Sørensen|Øyvind',
    'Nwosu|Ebere',
  ],
  7: [
    'Berg|Emma',
    'Lindqvist|Tove',
    'Zu Hohenfels-Wartenbrück|Leopold Maximilian|Leo',
    'Şahin|Ece',
    'Kovačević|Lovro',
    'Nguyen|Daniel',
  ],
};

const lasts =
  'Abernathy Adeyemi Akintola Andrade Aslan Bakshi Barros Bianchi Blomgren Bouchard Brannigan Byrne Cardoso Castellanos Chaudhry Chen Coyle Cruz Dalgaard Dietrich Dlamini Donnelly Eze Fairweather Farouk Ferreira Fitzgerald Forsyth Fusaro Gallardo Ghosh Gill Goodwin Grabowski Guerrero Halvorsen Hashimoto Hernández Holloway Horvat Ibarra Ivanova Iyer Jankowski Jansen Kapoor Karlsson Kaya Keane Khalil Kim Kowalczyk Kruger Laurent Lefèvre Lindgren Longstaff Lowe Mahmoud Marchetti Mbeki McAllister Mensah Meyer Moreau Müller Murphy Nakagawa Ndlovu Novak Ochieng Okafor Oliveira Ortiz Osei Papadopoulos Park Patel Pereira Petrov Pham Poulsen Quispe Rahman Rasmussen Reyes Rossi Saraiva Sato Schäfer Sethi Shah Silva Sokolov Souza Strömberg Suzuki Takahashi Tesfaye Thorsen Tran Ueda Valdez Vasquez Vega Vos Wanjiru Weber Whitlock Winther Xu Yamamoto Zając Zhang Zimmermann'.split(
    ' ',
  );
const firsts =
  'Adaora Aisha Alejandro Amara Amir Anders Anouk Arlo Astrid Aya Beatriz Bruno Camille Caspian Chiara Clara Dario Daria Dylan Elif Elio Emil Esther Fatima Felix Fintan Freya Gabriel Giulia Hana Hanna Hugo Ida Imani Ines Ira Isak Ivy Jamal Jonas Juno Kai Kavya Kenji Kofi Lara Leila Levi Liam Lucía Luka Maeve Malik Mara Mateo Maya Mila Milan Nadia Naomi Nico Nina Noa Noah Oscar Otis Paloma Priya Quinn Rafael Ren Ritwik Rosa Rowan Ruben Saskia Selma Signe Silas Sofia Sol Sunniva Tariq Téo Theo Tomás Uma Valentina Viktor Wren Yara Yusuf Zane Zoë'.split(
    ' ',
  );

const sizes: Record<number, number> = { 2: 31, 3: 30, 4: 32, 5: 29, 7: 30 };

/** The students of the demo school: about 150 in five periods, the same every time. */
export function makeStudents(): DemoStudent[] {
  const chance = makeChance(20_260_901);
  const seen = new Set<string>();
  const usernames = new Set<string>();
  const students: DemoStudent[] = [];
  const add = (period: number, last: string, first: string, called: string) => {
    const username = freeUsername(first, last, usernames);
    students.push({
      last,
      first,
      called,
      username,
      email: `${username}@${DOMAIN}`,
      number: String(41_200 + students.length * 7),
      period,
    });
    seen.add(`${last}|${first}`);
  };
  for (const period of periodNumbers) {
    for (const entry of special[period]!) {
      const [last = '', first = '', called = ''] = entry.split('|');
      add(period, last, first, called);
    }
    let count = special[period]!.length;
    while (count < sizes[period]!) {
      const last = chance.pick(lasts);
      const first = chance.pick(firsts);
      if (seen.has(`${last}|${first}`)) continue;
      add(period, last, first, '');
      count += 1;
    }
  }
  return students;
}

/** Initial and last name in plain letters, numbered when it is taken: what a school's office hands out. */
function freeUsername(first: string, last: string, used: Set<string>): string {
  const plain = (text: string) =>
    text
      .normalize('NFD')
      .replace(/[Đđ]/g, 'd')
      .replace(/[Łł]/g, 'l')
      .replace(/[Øø]/g, 'o')
      .replace(/ı/g, 'i')
      .replace(/[^A-Za-z]/g, '')
      .toLowerCase();
  const base = `${plain(first).slice(0, 1)}${plain(last)}`.slice(0, 14);
  let username = base;
  for (let n = 2; used.has(username); n += 1) username = `${base}${n}`;
  used.add(username);
  return username;
}
