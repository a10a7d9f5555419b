/**
 * Where a library's own systems stand, as `library.yaml` says it, as the settings of docs/configuration.md: what the
 * environment says goes before them. Secrets stand in the environment only.
 */
import { closed, filled, listOf, maybe, type Shaped, yesOrNo } from '../model/shape';

const said = () => maybe(filled(2000));
export const servicesShape = closed({
  /** Address under which readers reach the server. */
  base: said(),
  proxies: maybe(listOf(filled(100), 50)),
  signIn: maybe(closed({ issuer: filled(2000), client: said(), scope: said(), staff: said() })),
  circulation: maybe(closed({ paia: filled(2000), daia: said(), edition: said(), place: said() })),
  lending: maybe(closed({ address: filled(2000), supplies: maybe(yesOrNo()) })),
  calendars: said(),
  mail: maybe(closed({ server: filled(2000), from: filled(320) })),
});
export type ServicesFile = Shaped<typeof servicesShape>;

/** Settings by their names. */
export function settingsOf(services: ServicesFile): ReadonlyMap<string, string> {
  const { base, proxies, signIn, circulation, lending, calendars, mail } = services;
  const all: readonly (readonly [string, string | undefined])[] = [
    ['LEGENDUM_BASE', base],
    ['LEGENDUM_PROXIES', proxies?.join(' ')],
    ['LEGENDUM_OIDC', signIn?.issuer],
    ['LEGENDUM_OIDC_CLIENT', signIn?.client],
    ['LEGENDUM_OIDC_SCOPE', signIn?.scope],
    ['LEGENDUM_STAFF', signIn?.staff],
    ['LEGENDUM_PAIA', circulation?.paia],
    ['LEGENDUM_DAIA', circulation?.daia],
    ['LEGENDUM_DESK_EDITION', circulation?.edition],
    ['LEGENDUM_DESK_PLACE', circulation?.place],
    ['LEGENDUM_LENDING', lending?.address],
    ['LEGENDUM_SUPPLIES', lending?.supplies ? '1' : undefined],
    ['LEGENDUM_CALENDARS', calendars],
    ['LEGENDUM_SMTP', mail?.server],
    ['LEGENDUM_MAIL_FROM', mail?.from],
  ];
  return new Map(all.flatMap(([name, value]) => (value === undefined ? [] : [[name, value]])));
}
