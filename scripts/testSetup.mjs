// Before Jest: the server's threads run as they are built, also where the tests run the server from source.
import { buildWorker } from './build.mjs';

export default buildWorker;
