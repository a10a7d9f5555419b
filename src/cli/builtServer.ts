/**
 * The built server as a program of its own on a free port, for what is measured or attacked from the outside.
 */
import { type ChildProcess, spawn } from 'node:child_process';
import { createServer } from 'node:net';

export interface BuiltServer {
  readonly port: number;
  readonly child: ChildProcess;
  readonly stop: () => Promise<void>;
}
const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });

/** @param env beside LEGENDUM_INDEX and PORT; `main` another build's server */
export async function startBuilt(
  index: string,
  env: Readonly<Record<string, string>> = {},
  main = 'dist/app/main.mjs',
): Promise<BuiltServer> {
  const port = await freePort();
  const child = spawn(process.execPath, [main], {
    env: {
      ...process.env,
      LEGENDUM_DEMO: '1',
      LEGENDUM_LOG: 'error',
      ...env,
      PORT: String(port),
      LEGENDUM_INDEX: index,
    },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  // Whatever becomes of this program, its server does not outlive it.
  process.once('exit', () => child.kill('SIGKILL'));
  await new Promise<void>((resolve, reject) => {
    child.once('message', () => resolve());
    child.once('exit', (code) =>
      reject(new Error(`The server ended with ${code} before it listened. Is it built? npm run build`)),
    );
  });
  const stop = async () => {
    if (child.exitCode !== null) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill('SIGTERM');
    await gone;
  };
  return { port, child, stop };
}
