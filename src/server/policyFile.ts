/**
 * The policy file in force: read at the start, looked at again whenever it changes, taken only when it is
 * valid. A file that is not is said where staff look (`/policy`) and in the log, and the last good policy
 * stays.
 */

import { existsSync, readFileSync, unwatchFile, watchFile } from 'node:fs';
import { type Message, msg } from '../core/model/message';
import type { Policy } from '../core/model/policy';
import { parsePolicy, placesProblem } from '../core/policy/schema';
import { say } from '../words/generated/http';
import '../words/generated/policyfile';

const LOOKED_AT_EVERY = 1000;

type Places = Parameters<typeof placesProblem>[1];

export interface PolicyState {
  readonly policy: Policy;
  readonly problem: Message | null;
}

export class PolicyFile {
  readonly path: string;
  readonly #places: Places;
  #state: PolicyState;
  #text: string;

  /**
   * `built` is the policy that the index was made with; it stands where there is no file. Throws when the
   * file is there and can't be used.
   */
  constructor(path: string, built: Policy, places: Places) {
    this.path = path;
    this.#places = places;
    this.#text = existsSync(path) ? readFileSync(path, 'utf8') : '';
    const read = this.#text ? this.#read(this.#text) : { policy: built };
    if ('problem' in read) throw new Error(`${path}: ${say(read.problem)}`);
    this.#state = { policy: read.policy, problem: null };
  }
  #read(text: string): { policy: Policy } | { problem: Message } {
    const read = parsePolicy(text);
    const problem = 'policy' in read ? placesProblem(read.policy, this.#places) : null;
    return problem ? { problem } : read;
  }
  get state(): PolicyState {
    return this.#state;
  }

  /** Looks at the file now. Returns whether anything is different. */
  look(): boolean {
    let text: string;
    try {
      text = readFileSync(this.path, 'utf8');
    } catch {
      const problem = msg('http.thePolicyFileIsGoneThe');
      const different = this.#text !== '' && this.#state.problem?.code !== problem.code;
      if (different) this.#state = { ...this.#state, problem };
      return different;
    }
    if (text === this.#text && !this.#state.problem) return false;
    this.#text = text;
    const read = this.#read(text);
    this.#state =
      'problem' in read
        ? { ...this.#state, problem: msg('http.theRulesReadLastStayIn', { problem: read.problem }) }
        : { policy: read.policy, problem: null };
    return true;
  }
  watch(changed: (state: PolicyState) => void): void {
    watchFile(this.path, { interval: LOOKED_AT_EVERY, persistent: false }, () => {
      if (this.look()) changed(this.#state);
    });
  }
  close(): void {
    unwatchFile(this.path);
  }
}
