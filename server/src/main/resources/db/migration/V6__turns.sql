-- Edits of the estate take turns. Each line carries the number of the edit that touched it last, so
-- that whoever has read the estate up to a turn need read only what was touched since.
create table turn (
  id tinyint not null primary key,
  number bigint not null
) engine=InnoDB;
insert into turn (id, number) values (1, 0);

alter table line add column turn bigint not null default 0, add key by_turn (turn);
