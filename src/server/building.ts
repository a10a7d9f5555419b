/**
 * Building and gathering begun by hand at the library desk: the same commands as from a shell, each as a program of its
 * own, so that whatever it does the server goes on. One at a time; what it prints can be looked at while it works.
 */
import { type ChildProcess, spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

export const WORKS = ['build', 'afresh', 'harvest'] as const;
export type Work = (typeof WORKS)[number];
export interface BuildingState {
  readonly work: Work;
  /** ISO, UTC. */
  readonly began: string;
  readonly ended: string | null;
  /** Exit status; null while it works, or where it was ended from outside. */
  readonly status: number | null;
  /** The last of what it printed. */
  readonly lines: readonly string[];
}
const LINES = 60;
/** What went wrong in building is said by its status: 1 is a folder with more problems than it lets pass. */
const NOTHING_BUILT = 2;

export class Building {
  readonly #programs: { readonly index: URL; readonly harvest: URL };
  readonly #done: (state: BuildingState) => void;
  #state: BuildingState | null = null;
  #child: ChildProcess | null = null;

  /** @param done hears when a work has ended */
  constructor(
    programs: { readonly index: URL; readonly harvest: URL },
    done: (state: BuildingState) => void = () => undefined,
  ) {
    this.#programs = programs;
    this.#done = done;
  }
  /** The work that goes on, or went on last; null where there was none. */
  get state(): BuildingState | null {
    return this.#state;
  }
  get working(): boolean {
    return this.#child !== null;
  }
  /** Begins a work. @returns false where one goes on */
  start(work: Work, folder: string, index: string): boolean {
    if (this.#child) return false;
    const [program, ...args] =
      work === 'harvest'
        ? [this.#programs.harvest, '--library', folder]
        : [
            this.#programs.index,
            '--library',
            folder,
            '--out',
            index,
            ...(work === 'afresh' ? ['--afresh'] : []),
          ];
    const child = spawn(
      process.execPath,
      ['--max-old-space-size=12000', fileURLToPath(program as URL), ...(args as string[])],
      // Nothing of the server's secrets is handed on.
      { stdio: ['ignore', 'pipe', 'pipe'], env: { PATH: process.env.PATH ?? '' } },
    );
    this.#child = child;
    const began = new Date().toISOString();
    this.#state = { work, began, ended: null, status: null, lines: [] };
    let rest = '';
    const heard = (piece: Buffer): void => {
      const lines = (rest + piece.toString('utf8')).split(/\r?\n|\r/);
      rest = (lines.pop() ?? '').slice(-1000);
      const all = [
        ...(this.#state?.lines ?? []),
        ...lines.filter((l) => l.trim()).map((l) => l.slice(0, 400)),
      ];
      this.#state = { work, began, ended: null, status: null, lines: all.slice(-LINES) };
    };
    child.stdout?.on('data', heard);
    child.stderr?.on('data', heard);
    const end = (status: number | null): void => {
      if (this.#child !== child) return;
      this.#child = null;
      this.#state = { ...(this.#state as BuildingState), ended: new Date().toISOString(), status };
      this.#done(this.#state);
    };
    child.once('error', () => end(null));
    child.once('close', end);
    return true;
  }
  close(): void {
    this.#child?.kill('SIGTERM');
  }
}
/** Whether a work has done what it was begun for. */
export const hasWorked = ({ status }: BuildingState): boolean => status !== null && status < NOTHING_BUILT;
