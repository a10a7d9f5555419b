import { narrows } from '../../tests/fixtures/narrowing';
import { itemsAsTheyCame, worldOf } from '../../tests/fixtures/world';

const world = worldOf(1500);
narrows('embedded', async () => ({
  discovery: world.service,
  items: await itemsAsTheyCame(world.service),
}));
