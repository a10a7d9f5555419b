/// <reference types="astro/client" />
declare namespace App {
  interface Locals {
    index: import('./core/engine/port').DiscoveryIndex & import('./core/engine/port').SearchText;
    info: import('./core/engine/port').LibraryInfo;
    network: import('./server/ports').LendingNetwork & import('./server/ports').Circulation;
  }
}
