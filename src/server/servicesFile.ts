/** Where the library's own systems stand, beside the index: `services.json`, as `library.yaml` said it when it was built. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type ServicesFile, servicesShape, settingsOf } from '../core/libraryData/services';
import { wrongIn } from '../core/model/shape';

const NAME = 'services.json';
export const writeServices = (dir: string, services: ServicesFile): void =>
  writeFileSync(join(dir, NAME), JSON.stringify(services));

/** Settings of the index that the environment names; none where it says nothing of services, or can't be read. */
export function servicesIn(env: Readonly<Record<string, string | undefined>>): Record<string, string> {
  const path = join(env.LEGENDUM_INDEX || 'data/demo-100000', NAME);
  if (!existsSync(path)) return {};
  try {
    const said: unknown = JSON.parse(readFileSync(path, 'utf8'));
    return wrongIn(servicesShape, said) === null ? Object.fromEntries(settingsOf(said as ServicesFile)) : {};
  } catch {
    return {};
  }
}
