-- Up Migration
create table job (
  id uuid primary key,
  title text not null,
  demo boolean not null default false,
  created_at timestamptz not null default now()
);

-- The document here is the head of the chain in circuit_edit, kept beside it so that a read is one row.
create table circuit (
  id uuid primary key,
  job_id uuid not null references job (id),
  demo text,
  revision integer not null default 0,
  document jsonb not null,
  created_at timestamptz not null default now(),
  changed_at timestamptz not null default now(),
  unique (job_id, demo)
);

create table circuit_edit (
  circuit_id uuid not null references circuit (id),
  revision integer not null,
  edit_id text not null,
  changes jsonb not null,
  inverse jsonb not null,
  words text not null,
  at timestamptz not null default now(),
  primary key (circuit_id, revision),
  unique (circuit_id, edit_id)
);

create table circuit_snapshot (
  circuit_id uuid not null references circuit (id),
  revision integer not null,
  document jsonb not null,
  primary key (circuit_id, revision)
);

create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception '% is append-only', tg_table_name;
end $$;

create trigger circuit_edit_append_only before update or delete on circuit_edit
  for each row execute function refuse_change();
create trigger circuit_snapshot_append_only before update or delete on circuit_snapshot
  for each row execute function refuse_change();
