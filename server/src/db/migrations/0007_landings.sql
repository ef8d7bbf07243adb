-- Up Migration
-- What hands did to the ends of wires: landed, tug-tested, taken back. Entries are appended and chained by their hashes; a correction is
-- another entry.
create table landing (
  circuit_id uuid not null references circuit (id),
  seq integer not null,
  id uuid not null,
  entry jsonb not null,
  at timestamptz not null,
  hash text not null,
  primary key (circuit_id, seq),
  unique (circuit_id, id)
);
create trigger landing_append_only before update or delete on landing
  for each row execute function refuse_change();
