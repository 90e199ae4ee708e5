// npm start: a real school. The data folder comes from VESTIBUL_DATA, the port from PORT.
import { endWith, ensureBuilt, ensureInstalled, giveUp, say, startBuilt } from './tools.mjs';

if (!process.env.VESTIBUL_DATA)
  giveUp('Name the folder for the school’s data: VESTIBUL_DATA=/some/folder npm start');
ensureInstalled();
await ensureBuilt();
const { child, ready } = startBuilt({ NODE_ENV: 'production' });
endWith(child);
const address = await ready;
if (address) say(`open at ${address}`);
