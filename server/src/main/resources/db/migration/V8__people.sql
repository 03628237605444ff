-- Somebody who has left cannot sign in any more; what they did keeps their name.
alter table account add column left_at datetime(3) null;
