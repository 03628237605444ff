-- Accounts
create table account (
  id bigint not null auto_increment primary key,
  name varchar(63) not null unique,
  display_name varchar(120) not null,
  password_hash varchar(200) not null,
  created_at datetime(3) not null
) engine=InnoDB;

-- The estate: its objects, its tree, and the shelves. Rules and objects refer to each other by id
-- inside their bodies (as #17), so that a rename touches one row.
create table estate (
  id tinyint not null primary key,
  name varchar(120) not null,
  management_addresses longtext not null
) engine=InnoDB;

create table library_object (
  id bigint not null auto_increment primary key,
  kind varchar(16) not null,
  name varchar(63) not null,
  seat int not null,
  body longtext not null,
  version bigint not null,
  unique key one_name_per_kind (kind, name)
) engine=InnoDB;

create table bay (
  id bigint not null auto_increment primary key,
  parent_id bigint null references bay (id),
  name varchar(63) not null unique,
  seat int not null,
  floor_kind varchar(16) null,
  floor_log boolean not null
) engine=InnoDB;

create table firewall (
  id bigint not null auto_increment primary key,
  bay_id bigint null references bay (id),
  name varchar(63) not null unique,
  seat int not null,
  floor_kind varchar(16) null,
  floor_log boolean not null,
  body longtext not null,
  management_url varchar(500) not null,
  installed_revision int null,
  installed_digest char(64) null,
  seen_digest char(64) null,
  seen_at datetime(3) null,
  trouble varchar(500) null
) engine=InnoDB;

create table shelf (
  id bigint not null auto_increment primary key,
  bay_id bigint null references bay (id),
  firewall_id bigint null references firewall (id),
  part varchar(8) not null
) engine=InnoDB;

-- A rule or a divider. Its place is its rank among the lines of one shelf and drawer; a move is one
-- row's change. A removed line stays until the draft is sealed.
create table line (
  id bigint not null auto_increment primary key,
  shelf_id bigint not null references shelf (id),
  drawer_id bigint null references line (id),
  place varchar(190) character set ascii collate ascii_bin not null,
  name varchar(120) not null,
  body longtext not null,
  removed boolean not null,
  version bigint not null,
  key in_order (shelf_id, place)
) engine=InnoDB;

-- Revisions and the changes that led to them; without a revision a change is part of the draft.
create table revision (
  number int not null primary key,
  sealed_at datetime(3) not null,
  sealed_by varchar(120) not null,
  note varchar(1000) not null,
  document longtext not null
) engine=InnoDB;

create table draft_change (
  id bigint not null auto_increment primary key,
  at datetime(3) not null,
  account_id bigint not null references account (id),
  who varchar(120) not null,
  kind varchar(8) not null,
  line_id bigint not null,
  shelf_id bigint not null,
  shelf_name varchar(80) not null,
  rule_name varchar(120) not null,
  before_text longtext null,
  after_text longtext null,
  revision int null references revision (number),
  key of_revision (revision, id),
  key of_line (line_id, id)
) engine=InnoDB;

create trigger revision_never_changes before update on revision for each row
  signal sqlstate '45000' set message_text = 'a sealed revision never changes';
create trigger revision_never_goes before delete on revision for each row
  signal sqlstate '45000' set message_text = 'a sealed revision is never removed';

-- Installs
create table install (
  id bigint not null auto_increment primary key,
  revision int not null references revision (number),
  started_at datetime(3) not null,
  who varchar(120) not null
) engine=InnoDB;

create table install_step (
  id bigint not null auto_increment primary key,
  install_id bigint not null references install (id),
  firewall_id bigint not null references firewall (id),
  state varchar(16) not null,
  message varchar(500) not null,
  changed_at datetime(3) not null
) engine=InnoDB;
