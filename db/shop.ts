/** The settings of the shop. */
import { shopSchema, type Shop } from '../core/work/shop';
import type { Db } from './sql';

/** As it was set, or the zone this server stands in. */
export async function shop(db: Db): Promise<Shop> {
  const [row] = await db<{ value: unknown }[]>`select value from setting where key = 'shop'`;
  return (
    shopSchema.safeParse(row?.value).data ?? {
      keepOriginals: false,
      timeZone: new Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC',
    }
  );
}

export async function setShop(db: Db, value: Shop): Promise<void> {
  await db`insert into setting (key, value) values ('shop', ${db.json(value)}) on conflict (key) do update set value = excluded.value`;
}
