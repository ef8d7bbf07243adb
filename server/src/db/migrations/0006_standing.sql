-- Up Migration
-- What is put away or thrown away stays: it only leaves the list, and can be put back.
alter table job add column standing text not null default 'open' check (standing in ('open', 'archived', 'deleted'));
alter table circuit add column standing text not null default 'open' check (standing in ('open', 'archived', 'deleted'));
-- What the checks say of it, and of which revision: worked out when a list is looked at, kept until the next edit.
alter table circuit add column summary jsonb;
create index circuit_newest on circuit (job_id, standing, changed_at desc, number);
