-- When a feed or domain name was last looked up, and how that went; what it holds is the object's.
create table lookup (
  object_id bigint not null primary key,
  tried_at datetime(6) not null,
  good_at datetime(6) null,
  trouble varchar(400) null
);
