-- Up Migration
-- The life of this database: a restore gives it another, so that pages that are open know that what they hold is of a past one.
create table life (
  epoch uuid not null default gen_random_uuid(),
  one boolean primary key default true check (one)
);
insert into life default values;
