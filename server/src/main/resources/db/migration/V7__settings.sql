-- What a person has chosen for themselves: columns, kept filters and the like. The interface alone
-- knows what a value means.
create table setting (
  account_id bigint not null references account (id),
  name varchar(40) not null,
  value longtext not null,
  primary key (account_id, name)
) engine=InnoDB;
