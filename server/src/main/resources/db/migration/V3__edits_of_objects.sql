-- Objects are edited like rules: in the draft, with their changes recorded. A removed one stays
-- until the draft is sealed, so that its removal can be undone.
alter table library_object add column removed boolean not null default false;
alter table draft_change
  modify line_id bigint null,
  modify shelf_id bigint null,
  add column object_id bigint null,
  add key of_object (object_id, id);
