/**
 * npm run bench: the budget table of the architecture, side by side in one run. Times are this machine's; the ratios are what can
 * be compared. `npm run bench -- 600` lets the clients ask for ten minutes. Starts a cluster and applications of its own and ends
 * them; wants the build.
 */
import { openShop, type Shop } from '../tests/faults/shop';
import { atSize } from './bench/atSize';
import { dragging } from './bench/drag';
import { heart } from './bench/heart';
import { grade } from './bench/grade';
import { heat } from './bench/heat';
import { remaining } from './bench/remaining';
import { writing } from './bench/shop';
import { table } from './bench/table';

const seconds = Number(process.argv[2] ?? 60);
if (!(seconds > 0)) throw new Error('Say for how many seconds the clients ask: npm run bench -- 600');
await heart();
await heat();
await remaining();
await grade();
for (const part of [dragging, writing, (shop: Shop) => atSize(shop, seconds)]) {
  const shop = await openShop('bench', 1);
  try {
    await part(shop);
  } finally {
    await shop.end();
  }
}
console.log(`\n${table()}`);
