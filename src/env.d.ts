/// <reference types="astro/client" />
declare namespace App {
  interface Locals {
    index: import('./core/discovery/answers').DiscoveryIndex & import('./core/discovery/answers').SearchText;
    /** The folder of the browser's programs in the language that is spoken. */
    scripts: string;
    /** By program, the programs that it can't run without, its own left out: file names. */
    needs: import('./server/programs').Needs;
    /** What a browser keeps so that it opens without a network, in the language that is spoken. */
    toKeep: () => import('./server/offline').ToKeep;
    info: import('./core/discovery/answers').LibraryInfo;
    /** Why a changed policy file was not taken; null when all is well. */
    policyProblem: import('./core/model/message').Message | null;
    /** The address under which this request reached us: `https://read.example`. */
    base: string;
    /** Writes what nobody expected into the log; answers with the number it stands under. */
    failure: (error: unknown) => string;
    /** Writes into the log what a browser reported of our content security policy, some in a minute. */
    breached: (breach: import('./server/breaches').Breach) => void;
    /** The public citation styles. */
    styles: import('./server/styles').Styles;
    clock: import('./core/discovery/ports').Clock;
    network: import('./core/discovery/ports').LendingNetwork;
    loanDesk: import('./core/discovery/ports').LoanDesk;
    askDesk: import('./core/discovery/ports').AskDesk;
    /** Who is signed in, by the cookie that came along; null for nobody. */
    who: () => Promise<import('./core/discovery/ports').SignedIn | null>;
    live: import('./server/live').LiveDesk;
    passes: import('./server/pass').Passes;
    sessions: import('./server/session').Sessions;
    signIn: import('./core/discovery/ports').SignIn | null;
    circulation: import('./core/discovery/ports').Circulation | null;
    /** Whether who asks may send another mail now. */
    mayMail: () => boolean;
    /** The library's own logo, as a file; null where it has none. */
    logo: () => { readonly name: string; readonly bytes: Buffer } | null;
    /** Hears of a search that found nothing; where the library does not ask for it, nobody listens. */
    foundNothing: (query: string) => void;
    /** What the library desk knows. */
    desk: {
      readonly log: import('./server/deskLog').DeskLog;
      readonly loaded: {
        readonly report: import('./server/deskReport').DeskReport | null;
        readonly since: string;
      };
      /** Words that found nothing; null where they are not counted. */
      readonly nothing: import('./server/foundNothing').FoundNothing | null;
      /** When the server started, ISO, UTC. */
      readonly started: string;
      opens(token: string): boolean;
      readonly index: import('./server/pool').PoolState;
      /** What was begun by hand last; null for nothing. */
      readonly building: import('./server/building').BuildingState | null;
      /** Begins to build again or to gather; false where that goes on, or there is no folder. */
      begin(work: import('./server/building').Work): boolean;
    };
    /** Where a real lending partner's messages come in; null where lending is simulated. */
    peer: import('./server/peer').PeerLending | null;
    /** Requests that staff answer; null where all is simulated. */
    supplies: import('./server/supplyDesk').SupplyDesk | null;
    /** What becomes of requests, and what was learnt of lenders; null where all is simulated. */
    learning: import('./server/learning').Learning | null;
    /** Whether the lending partner may borrow from us. */
    lendsOut: boolean;
    services: import('./server/services').Services;
    mail: import('./core/discovery/ports').Mail | null;
    calendars: import('./core/discovery/ports').Calendars | null;
    /** What the pages of the simulated world are made with; null where nothing is simulated. */
    standins: import('./start/standins').Standins | null;
  }
}
