// npm run demo: everything from a fresh clone to the made-up school in the browser.
import fs from 'node:fs';
import path from 'node:path';
import { endWith, ensureBuilt, ensureInstalled, must, root, say, startBuilt, startMail } from './tools.mjs';

const reset = process.argv.includes('--reset');
/** As `demo/src/pileToBring.ts` calls it. */
const PILE_TO_BRING = 'a pile to bring.zip';
const folder = path.resolve(process.env.VESTIBUL_DATA || path.join(root, '.demo'));

ensureInstalled();
await ensureBuilt();

const isSchool = fs.existsSync(path.join(folder, 'vestibul.sqlite'));
const isDemo = fs.existsSync(path.join(folder, 'demo-school.json'));
if (isSchool && !isDemo) {
  // A real school's data must never be opened with the demo's doors, or be reset.
  console.error(
    `vestibul · ${folder} holds a school that is not the demo. Nothing was touched. Name another folder in VESTIBUL_DATA, or use npm start.`,
  );
  process.exit(1);
}
if (reset && isDemo) {
  say('taking the demo school away, to make it anew.');
  for (const name of [
    'vestibul.sqlite',
    'vestibul.sqlite-wal',
    'vestibul.sqlite-shm',
    'vault',
    'arriving',
    'set-aside',
    'demo-school.json',
    'school-key.pem',
    PILE_TO_BRING,
  ]) {
    fs.rmSync(path.join(folder, name), { recursive: true, force: true });
  }
}
if (!isDemo || reset) {
  say('making the demo school.');
  must(process.execPath, [path.join(root, '.build/demo/make.mjs'), folder]);
}

const mail = await startMail(Number(process.env.PORT || 4310) + 1);
const { child, ready } = startBuilt({
  VESTIBUL_DATA: folder,
  VESTIBUL_DEMO: '1',
  VESTIBUL_SMTP: mail.smtp,
  VESTIBUL_MAIL_FROM: 'Larkmoor School <hall@larkmoor.example>',
});
endWith(child);
const address = await ready;
if (address) {
  const { password, people } = JSON.parse(fs.readFileSync(path.join(folder, 'demo-school.json'), 'utf8'));
  console.log(`\n  Larkmoor School is open at  ${address}\n`);
  console.log(`  The sign-in page offers the demo people. By hand, with the password '${password}':`);
  for (const person of people) console.log(`    ${person.email.padEnd(34)} ${person.what}`);
  console.log(`\n  No mail leaves this machine: what it would send is read at  ${mail.page}`);
  const pile = path.join(folder, PILE_TO_BRING);
  if (fs.existsSync(pile))
    console.log(`\n  Badly named files, to be brought to a sorting table, lie in  ${pile}`);
  console.log('\n  Ctrl-C ends it. npm run demo -- --reset makes the school anew.\n');
}
