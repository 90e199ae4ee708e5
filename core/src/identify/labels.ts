/**
 * What stands before a name in a text, and what that makes of whom it names, in two dozen languages (common practice, no
 * source; from memory). Lower case, without marks that a keyboard may lack; several words are one label.
 */
const LABELS = {
  /** Whose it is. */
  owner: `
    name | full name | my name | your name | name of student | name of the student | student | student name | students name |
    pupil | pupil name | candidate | learner | submitted by | turned in by | handed in by | prepared by | completed by | work of |
    name und vorname | vor- und nachname | vorname und name | schuler | schulerin | schuler/in | name des schulers | eingereicht von |
    nom | nom et prenom | nom prenom | eleve | nom de l'eleve | etudiant | etudiante | rendu par |
    nombre | nombre y apellido | nombre y apellidos | nombre completo | alumno | alumna | estudiante | nombre del alumno | entregado por |
    nome | nome e cognome | cognome e nome | alunno | alunna | studente | studentessa | consegnato da |
    nome completo | aluno | aluna | nome do aluno | estudante | entregue por |
    naam | volledige naam | leerling | naam leerling | student naam | ingeleverd door |
    imie i nazwisko | nazwisko i imie | uczen | uczennica | oddal | oddala |
    namn | elev | elevens namn | inlamnad av | navn | elevens navn | fulde navn | fullt navn | nimi | oppilas | oppilaan nimi |
    jmeno | jmeno a prijmeni | zak | zakyne | student jmeno | meno a priezvisko | ziak | nev | teljes nev | tanulo | tanulo neve |
    nume | nume si prenume | numele si prenumele | elev nume | ime | ime i prezime | ucenik | ucenica |
    ad soyad | adi soyadi | isim | ogrenci | ogrencinin adi soyadi | ho va ten | ho ten | hoc sinh | ten hoc sinh |
    nama | nama lengkap | nama siswa | siswa | jina | jina kamili | mwanafunzi | pangalan | ainm |
    姓名 | 名字 | 学生 | 學生 | 学生姓名 | 氏名 | 名前 | 生徒 | 生徒名 | 이름 | 성명 | 학생 | ชื่อ | ชื่อ-นามสกุล | ชื่อนักเรียน |
    имя | фио | ф.и.о. | имя и фамилия | фамилия и имя | фамилия, имя | ученик | ученица | студент | студентка | сдал | сдала |
    прізвище та ім'я | учень | учениця | ονομα | ονοματεπωνυμο | μαθητης | μαθητρια | שם | שם מלא | שם התלמיד | שם התלמידה |
    الاسم | الاسم الكامل | اسم الطالب | اسم الطالبة | الطالب | الطالبة | نام | नाम | छात्र | छात्र का नाम | পুরো নাম | নাম | பெயர்`,
  /** Whose it is where it is somebody known; but of a source it is said as well, so a stranger there is none. */
  maker: `
    by | written by | made by | done by | created by | drawn by | recorded by | designed by | programmed by | author | authors | writer |
    von | verfasst von | geschrieben von | erstellt von | autor | autorin | verfasser | verfasserin | par | ecrit par | fait par | auteur | autrice |
    por | escrito por | hecho por | autora | di | scritto da | fatto da | autore | feito por | door | geschreven door | gemaakt door |
    autorzy | wykonal | wykonala | av | skriven av | gjord av | forfattare | af | skrevet af | lavet af | skrevet av | laget av | forfatter |
    tekija | kirjoittaja | vypracoval | vypracovala | keszitette | irta | realizat de | yazan | hazirlayan | tac gia | nguoi viet |
    oleh | penulis | dibuat oleh | mwandishi | 作者 | 作成者 | 著者 | 작성자 | 저자 | 글쓴이 | ผู้เขียน | จัดทำโดย |
    автор | выполнил | выполнила | написал | написала | виконав | виконала | συγγραφεας | מאת | إعداد | بقلم | लेखक`,
  /** Several whose it is together. */
  together: `
    partner | partners | partner name | lab partner | lab partners | group | group members | group names | members | member | team |
    team members | team names | worked with | working with | together with | with | names | student names | names of students |
    gruppe | gruppenmitglieder | mitglieder | partnerin | zusammen mit | namen | schuler:innen | groupe | membres | membres du groupe | avec | noms |
    grupo | integrantes | integrantes del grupo | miembros | companero | companera | con | nombres | gruppo | componenti | membri | nomi |
    grupo de trabalho | membros | com | nomes | groep | groepsleden | leden | samen met | grupa | czlonkowie grupy | wspolnie z |
    grupp | gruppmedlemmar | medlemmar | tillsammans med | med | gruppemedlemmer | makker | ryhma | jasenet | skupina | clenove | csoport | csoporttagok |
    grup | grup uyeleri | nhom | thanh vien | kelompok | anggota | anggota kelompok | 小组 | 小组成员 | 组员 | 成员 | グループ | メンバー | 班員 |
    모둠 | 조원 | 팀원 | группа | участники | состав группы | вместе с | ομαδα | μελη | أعضاء المجموعة | المجموعة`,
  /** The first and the last name apart. */
  first: `first name | first | given name | forename | vorname | prenom | nombres de pila | fornamn | fornavn | etunimi | voornaam | krestni jmeno | keresztnev | prenume | adi | имя ученика`,
  last: `last name | last | surname | family name | nachname | familienname | nom de famille | apellido | apellidos | cognome | sobrenome | apelido | achternaam | nazwisko | efternamn | etternavn | sukunimi | prijmeni | vezeteknev | soyadi | фамилия`,
  /** The period, and what it is for. */
  period: `period | class period | hour | block | class | section | stunde | klasse | kurs | heure | classe | hora | clase | grupo horario | ora | turma | lesuur | klas | klasa | timme | klass | klasse/fag | tunti | luokka | hodina | trida | osztaly | sinif | ders | lop | kelas | 班级 | 班 | 節 | クラス | 교시 | 반 | класс | ταξη`,
  work: `assignment | title | task | topic | aufgabe | titel | thema | devoir | titre | sujet | tarea | titulo | tema | compito | titolo | trabalho | opdracht | onderwerp | zadanie | temat | uppgift | amne | opgave | oppgave | tehtava | otsikko | ukol | nazev | feladat | cim | odev | baslik | bai tap | tugas | judul | 题目 | 标题 | 課題 | 제목 | 과제 | задание | тема`,
  /** What else forms ask for. */
  other: `date | due | due date | day | score | grade | points | mark | marks | total | id | student id | student number | number | no | room | teacher |
    subject | course | school | email | e-mail | comment | comments | notes | week | time | signature | datum | lehrer | lehrerin | fach | note | punkte | unterschrift |
    fecha | profesor | profesora | nota | curso | date de naissance | professeur | matiere | matricule | data | docente | materia | professor | professora | disciplina |
    docent | vak | cijfer | nauczyciel | ocena | dato | larare | opettaja | paiva | ucitel | predmet | datum narozeni | tanar | ogretmen | tarih | ngay | giao vien | tanggal | guru |
    日期 | 老师 | 学号 | 班号 | 日付 | 先生 | 学籍番号 | 番号 | 날짜 | 선생님 | 학번 | дата | учитель | оценка | предмет | ημερομηνια | τηλ | التاريخ | المعلم | दिनांक`,
} as const;

export type Label = keyof typeof LABELS;

/**
 * Words at the head of a line after which somebody is only mentioned: who is written to, who read or marked it, who was
 * asked or is shown (common practice, no source; from memory). Whatever else has a sign behind it that is no label is
 * taken for a mention too.
 */
const MENTIONS = listOf(`
  mr | mr. | mrs | mrs. | ms | ms. | miss | mx | dr | dr. | prof | prof. | professor | sir | madam | herr | frau | m. | mme | monsieur | madame | sr | sr. | sra | sra. | senor | senora | signor | signora |
  dhr | mevr | pan | pani | bay | bayan | thay | co giao | pak | bu | bapak | ibu | teacher | coach |
  dear | to | for | hi | hello | hey | cc | thanks to | thank you | thank you to | dedicated to | in memory of | about | interview with |
  photo | photo by | photo of | photos by | picture of | pictures by | image by | drawing of | portrait of | a letter to | letter to | see |
  marked by | reviewed by | graded by | checked by | corrected by | read by | edited by | approved by | signed by | lent by | borrowed from |
  feedback from | feedback by | comments by | question from | asked by | told by | based on | according to | adapted from | after |
  lieber | liebe | hallo | an | fur | interview mit | foto | foto von | gelesen von | korrigiert von | danke an | cher | chere | bonjour | pour | a |
  entretien avec | photo de | relu par | corrige par | merci a | querido | querida | hola | para | entrevista a | entrevista con | revisado por | corregido por |
  caro | cara | ciao | per | intervista a | intervista con | foto di | corretto da | prezado | prezada | entrevista com | corrigido por | gracias a |
  beste | hoi | voor | interview met | nagekeken door | drogi | droga | dla | wywiad z | zdjecie | sprawdzil | sprawdzila | hej | kara | kare | till | for til | til |
  intervju med | interview med | rattad av | rettet af | rettet av | hyva | haastattelu | mily | mila | pro | rozhovor s | kedves | interju | sayin | sevgili | roportaj |
  kinh gui | gui | kepada | untuk | wawancara dengan | mpendwa | 亲爱的 | 致 | 给 | 采访 | 親愛的 | 宛 | へのインタビュー | 에게 | 인터뷰 | дорогой | дорогая | уважаемый | для | интервью с | проверил | проверила |
  αγαπητε | αγαπητη | προς | عزيزي | عزيزتي | إلى`);

function listOf(text: string): ReadonlySet<string> {
  return new Set(text.split('|').map((one) => plainLabel(one)));
}

const byWords = new Map<string, Label>(
  (Object.entries(LABELS) as [Label, string][]).flatMap(([label, text]) =>
    [...listOf(text)].map((words): [string, Label] => [words, label]),
  ),
);

/** Words of a label as they are compared: without marks, case and what stands around them. */
function plainLabel(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/[\p{M}'’]/gu, '')
    .replace(/[øØ]/g, 'o')
    .replace(/[łŁ]/g, 'l')
    .replace(/[ıİ]/g, 'i')
    .toLowerCase()
    .replace(/\s+/gu, ' ')
    .replace(/^[^\p{L}]+|[^\p{L}.]+$/gu, '');
}

const LONGEST_LABEL_WORDS = 5;
/** What parts a label from what it labels. */
const SIGN = /[:：=\t]|\s[–—-]+\s/u;

export interface Labelled {
  label: Label | 'mention';
  /** What stands behind the label; '' where it is to be found in the next line or cell. */
  value: string;
}

/** What a line says before what, or null where it has no label. Only its first words are looked at. */
export function readLabel(line: string): Labelled | null {
  const sign = SIGN.exec(line);
  if (sign) {
    const words = plainLabel(line.slice(0, sign.index));
    const value = line.slice(sign.index + sign[0].length).trim();
    const label =
      byWords.get(words) ??
      byWords.get(words.replace(/s$/u, '')) ??
      byWords.get(words.replace(/ [a-z\d]$/u, ''));
    if (label) return { label, value };
    // `Marked by: …`, `Photo: …`, `Mother: …`: whoever is named there is mentioned.
    if (words !== '' && words.split(' ').length <= LONGEST_LABEL_WORDS) return { label: 'mention', value };
  }
  const words = line.split(/\s+/u);
  for (let count = Math.min(LONGEST_LABEL_WORDS, words.length); count > 0; count -= 1) {
    const head = plainLabel(words.slice(0, count).join(' '));
    const value = words.slice(count).join(' ');
    if (MENTIONS.has(head) && value !== '') return { label: 'mention', value };
    const label = byWords.get(head);
    if (label === undefined) continue;
    // Without a sign a word is a label by itself in its cell, or before a name; `Name Calling` and `Group Theory` are none.
    if (value === '') return { label, value };
    if (label === 'maker' || (label === 'together' && count > 1)) return { label, value };
    if (label === 'period') return { label, value };
  }
  return null;
}
