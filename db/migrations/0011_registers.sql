-- What stands in a register can be set right, retired, and has a day it is good until. What a record named stays as it read then.
alter table register
  add column expires     date,
  add column retired_at  timestamptz,
  add column retired_why text;

-- An item as it read before it was changed, kept where a record had named it.
create table register_version (
  item       uuid not null references register,
  version    int not null,
  label      text not null,
  body       jsonb not null,
  expires    date,
  until      timestamptz not null,   -- when it was changed
  by_person  uuid references person,
  primary key (item, version)
);
grant select, insert on register_version to sentrel_app;

-- Which records name an item. An entry names it by its id, wherever that stands in the body.
create table register_use (
  item   uuid not null references register,
  stream uuid not null references stream,
  primary key (item, stream)
);
grant select, insert on register_use to sentrel_app;

create function ids_in(body jsonb) returns setof uuid language sql immutable as $$
  select distinct (named #>> '{}')::uuid
  from jsonb_path_query(body, '$.** ? (@.type() == "string" && @ like_regex "^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$")') named
$$;
create function note_uses() returns trigger language plpgsql as $$
begin
  insert into register_use (item, stream)
    select r.id, new.stream from register r where r.id in (select ids_in(new.body)) on conflict do nothing;
  return null;
end $$;
create trigger event_names_items after insert on event for each row execute function note_uses();

insert into register_use (item, stream)
  select distinct r.id, e.stream from event e cross join lateral ids_in(e.body) named join register r on r.id = named;
