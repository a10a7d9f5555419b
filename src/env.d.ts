/// <reference types="astro/client" />
declare namespace App {
  interface Locals {
    index: import('./core/discovery/answers').DiscoveryIndex & import('./core/discovery/answers').SearchText;
    info: import('./core/discovery/answers').LibraryInfo;
    /** The address under which this request reached us: `https://read.example`. */
    base: string;
    pdf: import('./server/pdfs').MakePdf;
    /** Writes what nobody expected into the log; answers with the number it stands under. */
    failure: (error: unknown) => string;
    /** Writes into the log what a browser reported of our content security policy, some in a minute. */
    breached: (breach: import('./server/breaches').Breach) => void;
    network: import('./server/ports').LendingNetwork & import('./server/ports').Circulation;
  }
}
