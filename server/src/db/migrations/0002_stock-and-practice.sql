-- Up Migration
-- The part here is the newest of its chain in stock_change, kept beside it so that a list is one query.
create table stock_part (
  id text primary key,
  revision integer not null,
  part jsonb not null,
  removed boolean not null default false,
  changed_at timestamptz not null default now()
);

create table stock_change (
  part_id text not null references stock_part (id),
  revision integer not null,
  part jsonb not null,
  removed boolean not null,
  at timestamptz not null default now(),
  primary key (part_id, revision)
);

-- Every practice a job ever had; the newest revision holds.
create table job_practice (
  job_id uuid not null references job (id),
  revision integer not null,
  practice jsonb not null,
  at timestamptz not null default now(),
  primary key (job_id, revision)
);

create trigger stock_change_append_only before update or delete on stock_change
  for each row execute function refuse_change();
create trigger job_practice_append_only before update or delete on job_practice
  for each row execute function refuse_change();
