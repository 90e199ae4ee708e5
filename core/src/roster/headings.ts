import { plainWords } from '../text/plainWords';
import type { ColumnMeaning } from './recogniseColumns';

/** In which order a whole name in one field stands, where its heading or its writing says so. */
export type NameOrder = 'last first' | 'first last';

interface Words {
  last: string;
  first: string;
  /** A whole name, or the other half where the list has a column for one of them: 'Name' beside 'Vorname' is the last name. */
  name: string;
  called?: string;
  /** Of the words for a last or a first name: those of which there are several, that make the name together. */
  parts?: string;
  email?: string;
  username?: string;
  number?: string;
  period?: string;
  /** Between first and last name: 'van der' in a column of its own. */
  particle?: string;
  middle?: string;
  suffix?: string;
  /** A running number, which says nothing of anybody. */
  running?: string;
  /** What stands between the two in a heading of both. */
  and: string;
  /** Which half the word for a name is, beside or with the word for the other half: 'Name, Vorname'. */
  nameIs?: 'last' | 'first';
  /** The order of a whole name in this language, where it is not first last. */
  order?: NameOrder;
}

/**
 * Headings as offices write them, by language: letters and digits only, lower case, without marks (common practice, no
 * source; from memory).
 */
const languages: Record<string, Words> = {
  en: {
    last: 'last lastname surname familyname family lname lastnames',
    first: 'first firstname givenname given forename givennames fname firstnames forenames christianname',
    name: 'name fullname student studentname pupil pupilname learner learnername names child displayname',
    called:
      'called calledby preferred preferredname preferredfirstname nickname goesby knownas preferredgivenname alias',
    email: 'email emailaddress mail studentemail schoolemail address emails mailaddress eaddress emailid',
    username: 'username user login userid account loginid loginname accountname userlogin',
    number:
      'number studentnumber studentid id localid schoolid idnumber pupilid pupilnumber admissionnumber admissionno studentno learnerid stateid sid upn',
    period: 'period hour block section class per hr group set classperiod',
    middle: 'middle middlename middlenames secondname',
    suffix: 'suffix generation',
    running: 'no nr row line sno srno serialno rownumber item',
    and: 'and',
  },
  de: {
    last: 'nachname familienname zuname nachnamen',
    first: 'vorname vornamen',
    name: 'name schuler schulerin schulername vollername',
    called: 'rufname spitzname genannt',
    email: 'email mailadresse emailadresse epost epostadresse schulmail',
    username: 'benutzername benutzer anmeldename kennung benutzerkennung login',
    number: 'schulernummer matrikelnummer kennnummer schulerid ausweisnummer',
    period: 'stunde gruppe kurs klasse block',
    middle: 'zweitername zweitervorname weiterevornamen mittelname',
    particle: 'namenszusatz vorsatzwort namensvorsatz',
    running: 'lfdnr laufendenummer nr lfd',
    nameIs: 'last',
    and: 'und',
  },
  fr: {
    last: 'nomdefamille nomfamille nomdusage nomdenaissance nommarital',
    first: 'prenom prenoms',
    name: 'nom nomcomplet eleve nomdeleleve etudiant',
    called: 'prenomusuel surnom prenomdusage',
    email: 'courriel mel adressemail adresseemail adresseelectronique email mail courrielscolaire',
    username: 'identifiant nomdutilisateur utilisateur login',
    number: 'numero numeroeleve matricule ine numeroetudiant numerodeleleve',
    middle: 'deuxiemeprenom secondprenom autresprenoms',
    period: 'periode heure groupe classe',
    running: 'n no rang',
    nameIs: 'last',
    and: 'et',
  },
  es: {
    last: 'apellido apellidos primerapellido segundoapellido apellidopaterno apellidomaterno',
    first: 'nombredepila nombres primernombre segundonombre',
    parts: 'primerapellido segundoapellido apellidopaterno apellidomaterno primernombre segundonombre',
    name: 'nombre nombrecompleto alumno alumna estudiante nombredelalumno',
    called: 'apodo nombrepreferido',
    email: 'correo correoelectronico direcciondecorreo email mail emailescolar',
    username: 'usuario nombredeusuario',
    number: 'matricula numerodealumno expediente numero codigo',
    period: 'periodo hora grupo clase bloque',
    running: 'n num orden',
    nameIs: 'first',
    and: 'y',
  },
  it: {
    last: 'cognome cognomi',
    first: 'nomedibattesimo nomi',
    name: 'nome nomecompleto alunno alunna studente nominativo allievo',
    called: 'soprannome nomepreferito',
    email: 'email postaelettronica indirizzoemail mail indirizzomail',
    username: 'nomeutente utente',
    number: 'matricola numerostudente numeromatricola codicestudente',
    middle: 'secondonome altrinomi',
    period: 'ora periodo gruppo classe',
    running: 'n num progressivo',
    nameIs: 'first',
    and: 'e',
  },
  nl: {
    last: 'achternaam familienaam',
    first: 'voornaam voornamen',
    name: 'naam leerling leerlingnaam volledigenaam',
    called: 'roepnaam',
    email: 'email emailadres mailadres schoolmail mail',
    username: 'gebruikersnaam gebruiker inlognaam',
    number: 'leerlingnummer stamnummer studentnummer',
    middle: 'tweedenaam tweedevoornaam overigevoornamen',
    period: 'uur lesuur groep klas periode',
    particle: 'tussenvoegsel tussenvoegsels voorvoegsel voorvoegsels',
    running: 'nr volgnummer',
    nameIs: 'last',
    and: 'en',
  },
  pl: {
    last: 'nazwisko nazwiska',
    first: 'imie imiona pierwszeimie drugieimie',
    parts: 'pierwszeimie drugieimie',
    name: 'uczen nazwaucznia',
    called: 'zdrobnienie imieuzywane',
    email: 'email adresemail poczta mail adrespoczty',
    username: 'login uzytkownik nazwauzytkownika',
    number: 'numerucznia numeralbumu nrucznia legitymacja nrlegitymacji',
    period: 'godzina grupa klasa lekcja',
    running: 'lp nr',
    and: 'i',
  },
  pt: {
    last: 'apelido apelidos sobrenome sobrenomes ultimonome',
    first: 'primeironome nomeproprio prenome',
    name: 'nome nomecompleto aluno aluna estudante nomedoaluno',
    called: 'alcunha nomesocial',
    email: 'email correioeletronico correioelectronico enderecodeemail mail',
    username: 'utilizador usuario nomedeusuario nomedeutilizador',
    number: 'matricula numerodoaluno numerodealuno ra processo numerodeprocesso',
    middle: 'segundonome nomedomeio',
    period: 'periodo hora turma grupo bloco',
    running: 'n num ordem',
    nameIs: 'first',
    and: 'e',
  },
  zh: {
    last: '姓 姓氏',
    first: '名 名字',
    name: '姓名 学生姓名 學生姓名 学生 學生 全名',
    called: '昵称 暱稱 英文名',
    email: '邮箱 电子邮件 电子邮箱 邮件 電子郵件 電郵 信箱',
    username: '用户名 帐号 账号 帳號 用戶名',
    number: '学号 學號 学籍号 编号',
    period: '节次 课时 班级 班級 组 节 節次',
    running: '序号 序號 座号 座號',
    and: '',
    order: 'last first',
  },
  sv: {
    last: 'efternamn',
    first: 'fornamn',
    name: 'namn elev elevnamn fullstandigtnamn',
    called: 'tilltalsnamn smeknamn',
    middle: 'mellannamn',
    email: 'epost epostadress mejl mailadress',
    username: 'anvandarnamn anvandare',
    number: 'elevnummer personnummer',
    period: 'lektion grupp klass',
    running: 'nr',
    nameIs: 'last',
    and: 'och',
  },
  no: {
    last: 'etternavn efternavn',
    first: 'fornavn',
    name: 'navn elev elevnavn fuldtnavn fulltnavn',
    called: 'kallenavn kaldenavn',
    email: 'epost epostadresse mailadresse email',
    username: 'brukernavn brugernavn',
    number: 'elevnummer elevnr',
    period: 'time gruppe klasse lektion',
    particle: 'mellomnavn mellemnavn',
    running: 'nr',
    nameIs: 'last',
    and: 'og',
  },
  fi: {
    last: 'sukunimi',
    first: 'etunimi etunimet',
    name: 'nimi oppilas kokonimi oppilaannimi',
    called: 'kutsumanimi lempinimi',
    email: 'sahkoposti sahkopostiosoite',
    username: 'kayttajatunnus kayttajanimi',
    number: 'oppilasnumero opiskelijanumero',
    period: 'tunti ryhma luokka',
    running: 'nro',
    and: 'ja',
  },
  cs: {
    last: 'prijmeni priezvisko',
    first: 'krestnijmeno',
    name: 'jmeno meno zak student celejmeno',
    called: 'prezdivka',
    email: 'email eposta mail',
    username: 'uzivatel uzivatelskejmeno',
    number: 'cislozaka osobnicislo',
    period: 'hodina skupina trida',
    running: 'c poradi',
    nameIs: 'first',
    and: 'a',
  },
  tr: {
    last: 'soyad soyadı soyadi soyisim',
    first: 'ad adı adi isim',
    name: 'ogrenci ogrenciadı',
    called: 'takmaad',
    email: 'eposta epostaadresi mail',
    username: 'kullanıcıadı kullaniciadi',
    number: 'ogrencino numara okulno ogrencinumarası',
    middle: 'ikinciad ikinciadı',
    period: 'ders saat grup sınıf sinif',
    running: 'sıra sira sırano',
    and: 've',
  },
  ru: {
    last: 'фамилия прізвище',
    first: 'имя імя',
    name: 'фио ученик учащиися студент имяученика',
    called: 'прозвище',
    email: 'почта эпочта электроннаяпочта имеил',
    username: 'логин пользователь',
    number: 'номерученика табельныиномер',
    period: 'урок группа класс час',
    middle: 'отчество',
    running: 'пп нпп',
    and: 'и',
    order: 'last first',
  },
  ja: {
    last: '姓 名字 苗字',
    first: '名',
    name: '氏名 名前 生徒名 生徒 児童名',
    called: '愛称',
    email: 'メール メールアドレス',
    username: 'ユーザー名',
    number: '学籍番号 生徒番号',
    period: '時限 組 クラス',
    running: '番号 出席番号',
    and: '',
    order: 'last first',
  },
  ko: {
    last: '성',
    first: '이름명',
    name: '이름 성명 학생 학생이름',
    email: '이메일 전자우편',
    username: '아이디 사용자이름',
    number: '학번',
    period: '교시 반 그룹',
    running: '번호 순번',
    and: '',
    order: 'last first',
  },
  hu: {
    last: 'vezeteknev csaladnev',
    first: 'keresztnev utonev',
    name: 'nev tanulo tanuloneve diak',
    called: 'becenev',
    email: 'emailcim levelcim',
    username: 'felhasznalonev',
    number: 'azonosito oktatasiazonosito',
    period: 'ora csoport osztaly',
    running: 'sorszam',
    and: 'es',
    order: 'last first',
  },
  ro: {
    last: 'numedefamilie',
    first: 'prenume',
    name: 'nume elev numecomplet',
    email: 'email adresadeemail posta',
    username: 'utilizator',
    number: 'nrmatricol matricol',
    period: 'ora grupa clasa',
    running: 'nrcrt',
    nameIs: 'last',
    and: 'si',
  },
  vi: {
    last: 'ho',
    first: 'ten tenriêng',
    name: 'hovaten hoten hocsinh',
    email: 'thudientu',
    number: 'masohocsinh mshs',
    period: 'tiet lop nhom',
    middle: 'tendem',
    running: 'stt',
    and: 'va',
    order: 'last first',
  },
};

export interface Heading {
  meaning: ColumnMeaning | 'running';
  order: NameOrder | null;
  /** One of several columns that make a name together: 'Apellido paterno', 'Prénom 2'. */
  isPart: boolean;
  /** How plain the word is in its language, 0 the plainest: 'Period' says more than 'Class' of where somebody sits. */
  rank: number;
}

const meanings = [
  'last',
  'first',
  'name',
  'called',
  'email',
  'username',
  'number',
  'period',
  'particle',
  'middle',
  'suffix',
  'running',
] as const;

/** Letters and digits of a heading, lower case and without marks. */
export const plainHeading = (text: string): string => plainWords(text).replace(/[^\p{L}\p{N}]/gu, '');

const bothNames = (order: NameOrder): Heading => ({ meaning: 'name', order, isPart: false, rank: 0 });

const byWord = new Map<string, Heading>();
for (const words of Object.values(languages)) {
  const listed = (meaning: (typeof meanings)[number]) => (words[meaning] ?? '').split(' ').filter(Boolean);
  const parts = new Set((words.parts ?? '').split(' '));
  for (const meaning of meanings)
    listed(meaning).forEach((listedWord, rank) => {
      const word = plainHeading(listedWord);
      const order = meaning === 'name' ? (words.order ?? null) : null;
      if (!byWord.has(word)) byWord.set(word, { meaning, order, isPart: parts.has(listedWord), rank });
    });
  // Both names in one heading say in which order they stand.
  const half = (which: 'last' | 'first') => [
    ...listed(which),
    ...(words.nameIs === which ? listed('name') : []),
    ...(which === 'first' ? listed('called') : []),
  ];
  for (const last of half('last'))
    for (const first of half('first'))
      for (const and of new Set(['', words.and])) {
        const [lastFirst, firstLast] = [`${last}${and}${first}`, `${first}${and}${last}`].map(plainHeading);
        if (!byWord.has(lastFirst!)) byWord.set(lastFirst!, bothNames('last first'));
        if (!byWord.has(firstLast!)) byWord.set(firstLast!, bothNames('first last'));
      }
}
for (const word of ['lastfirst', 'lastnamefirst', 'lastcommafirst'])
  byWord.set(word, bothNames('last first'));
for (const word of [
  'firstlast',
  'vorundnachname',
  'vorundzuname',
  'firstandlastname',
  'firstnameandlastname',
])
  byWord.set(word, bothNames('first last'));

/** Words that say whose a heading is, and nothing of what it is. */
const OF_STUDENTS = new Set(
  'student students pupil pupils learner child s schuler schulers schulerin schulerinnen der des die eleve eleves l de d del della dell do da dos of the alumno alumna alumnos estudiante studente alunno allievo leerling van ucznia uczen aluno aluna elev elevens oppilaan zaka ogrenci legal official school schul scolaire escolar scuola szkolny primary current e'.split(
    ' ',
  ),
);
/** Words that say that a column is about somebody else. */
const OF_OTHERS =
  /parent|guardian|mother|father|mutter|vater|eltern|erziehung|tutor|padre|madre|genitor|\bouder|rodzic|responsa|emergency|notfall|teacher|lehr(er|kraft)|professeur|docente|vormund|foralder|forelder|veli/i;

/** Words that are somebody's name as well; one of them alone makes no row of headings. */
const NAMES_TOO = new Set(
  'last first given block group class klass hora time mail user set line item'.split(' '),
);

/** Whether a heading could be nobody's name: a row with one of these in it is headings, whatever stands beside it. */
export const isPlainlyHeading = (text: string): boolean => {
  const word = plainHeading(text);
  return readHeading(text) !== null && word.length >= 4 && !NAMES_TOO.has(word);
};

/** What a heading says its column holds; null where it says nothing known. */
export function readHeading(text: string): Heading | null {
  const whole = byWord.get(plainHeading(text));
  if (whole) return whole;
  if (OF_OTHERS.test(text.normalize('NFD').replace(/\p{M}/gu, ''))) return null;
  // In brackets stands what is meant, or an example: 'E-mail (school)'.
  const outside = text.replace(/[([{].*?[)\]}]/g, ' ');
  const words = outside
    .split(/[^\p{L}\p{N}\p{M}]+/u)
    .map(plainHeading)
    .filter((word) => word !== '' && !OF_STUDENTS.has(word));
  const said = byWord.get(words.join('')) ?? byWord.get(plainHeading(outside));
  if (said) return said;
  // 'Prénom 2', 'Last name 1'.
  const numbered = byWord.get(words.join('').replace(/\d$/, ''));
  const isHalf =
    numbered?.meaning === 'last' || numbered?.meaning === 'first' || numbered?.meaning === 'name';
  return isHalf ? { ...numbered, isPart: true } : null;
}
