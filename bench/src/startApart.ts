import { fork } from 'node:child_process';
import { fileURLToPath } from 'node:url';

/** The built server on a data folder, as a process of its own, so that what its callers do costs it nothing. */
export async function startApart(
  data: string,
  environment: NodeJS.ProcessEnv = {},
): Promise<{ address: string; close: () => Promise<void> }> {
  const child = fork(fileURLToPath(new URL('../server/main.mjs', import.meta.url)), [], {
    env: { ...process.env, PORT: '0', VESTIBUL_DATA: data, VESTIBUL_LOG: 'warn', ...environment },
    // What is measured has standard output to itself.
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  const address = await new Promise<string>((resolve, reject) => {
    child.once('message', ({ ready }: { ready: string }) => resolve(ready));
    child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)));
  });
  return {
    address,
    close: () =>
      new Promise((resolve) => {
        child.once('exit', () => resolve());
        child.kill('SIGTERM');
      }),
  };
}
