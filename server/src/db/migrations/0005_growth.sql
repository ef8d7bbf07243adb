-- Up Migration
-- What a list of circuits shows, beside the document: a page of jobs reads no documents.
alter table circuit
  add column number text generated always as (document->>'number') stored,
  add column title text generated always as (document->>'title') stored,
  add column site text generated always as (document->>'site') stored,
  add column practice text generated always as (document->>'practice') stored;
-- What an edit touches, worked out as it is taken: an edit on an old base is held against these, not against every change since.
-- Edits from before have none; theirs is worked out when it is asked for.
alter table circuit_edit add column touches text[];
