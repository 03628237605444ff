-- A change is about a line, an object, a bay, a firewall or the estate. What one person did at once
-- is one batch: undone and done again together. An undone change stays until the person does
-- something else.
alter table draft_change
  add column subject varchar(8) not null default 'line',
  add column subject_id bigint not null default 0,
  add column batch bigint not null default 0,
  add column undone_at datetime(6) null;
update draft_change set batch = id;
update draft_change set subject_id = line_id where line_id is not null;
update draft_change set subject = 'object', subject_id = object_id where object_id is not null;
alter table draft_change
  drop key of_line,
  drop key of_object,
  drop column line_id,
  drop column object_id,
  drop column shelf_id,
  add key of_subject (subject, subject_id, id),
  add key of_person (account_id, revision, id);

-- The tree is edited in the draft too. The edition counts edits; standings are not edits.
alter table bay
  add column edition bigint not null default 0,
  add column removed boolean not null default false;
alter table firewall
  add column edition bigint not null default 0,
  add column removed boolean not null default false;
alter table estate add column edition bigint not null default 0;
