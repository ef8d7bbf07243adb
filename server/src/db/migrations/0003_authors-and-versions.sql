-- Up Migration
-- Who made an edit, and in which version of the document its changes are written.
alter table circuit_edit add column author text not null default 'local';
alter table circuit_edit add column schema integer not null default 1;
alter table circuit_edit alter column schema drop default;
create index circuit_job on circuit (job_id);
create index stock_part_title on stock_part ((part->>'title'), id) where not removed;
