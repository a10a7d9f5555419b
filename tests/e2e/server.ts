/** A server of the built app, in a process of its own. */
import { type ChildProcess, spawn } from 'node:child_process';
import { createServer } from 'node:net';

/** What the servers seal with. */
export const SECRET = 'of the tests';
/** What opens their library desk. */
export const DESK_TOKEN = 'of-the-tests';

export class AppServer {
  #child: ChildProcess | null = null;
  readonly port: number;
  readonly #env: Readonly<Record<string, string>>;
  constructor(port: number, env: Readonly<Record<string, string>> = {}) {
    this.port = port;
    this.#env = env;
  }
  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }
  async start(): Promise<void> {
    const child = spawn(process.execPath, ['dist/app/main.mjs'], {
      env: {
        ...process.env,
        PORT: String(this.port),
        LEGENDUM_LOG: 'error',
        LEGENDUM_WARMUP: '0',
        LEGENDUM_PSEUDO: '1',
        // What is tried here is not how fast a busy machine is.
        LEGENDUM_TIME_LIMIT: '20000',
        // Who is signed in stays so while a test stops the server and starts it again.
        LEGENDUM_SECRET: SECRET,
        LEGENDUM_DESK_TOKEN: DESK_TOKEN,
        ...this.#env,
      },
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    });
    this.#child = child;
    await new Promise<void>((resolve, reject) => {
      child.once('message', () => resolve());
      child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)));
    });
  }
  /** As a machine does that fails: nothing is said, nothing finished. */
  async kill(): Promise<void> {
    const child = this.#child;
    this.#child = null;
    if (!child) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill('SIGKILL');
    await gone;
  }
  async stop(): Promise<void> {
    const child = this.#child;
    this.#child = null;
    if (!child || child.exitCode !== null) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill('SIGTERM');
    await gone;
  }
}

export const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
