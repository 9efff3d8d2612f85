create table account (
  id bigint generated always as identity primary key,
  name varchar(80) not null,
  name_folded varchar(80) not null unique,
  password_hash varchar(400) not null,
  role varchar(20) not null,
  created_at timestamp with time zone not null
);

create table sign_in (
  token_hash varchar(64) primary key,
  account_id bigint not null references account (id) on delete cascade,
  page_token varchar(64) not null,
  expires_at timestamp with time zone not null
);

create table api_token (
  id varchar(40) primary key,
  account_id bigint not null references account (id) on delete cascade,
  label varchar(120) not null,
  token_hash varchar(64) not null unique,
  created_at timestamp with time zone not null
);

create table uploaded_file (
  id varchar(40) primary key,
  owner_id bigint not null references account (id),
  name varchar(400) not null,
  sha256 varchar(64) not null,
  size_bytes bigint not null,
  created_at timestamp with time zone not null
);

create table connection (
  id varchar(40) primary key,
  owner_id bigint not null references account (id),
  name varchar(120) not null,
  kind varchar(20) not null,
  host varchar(400) not null,
  port int not null,
  database_name varchar(400) not null,
  username varchar(200) not null,
  secret varchar(2000) not null,
  created_at timestamp with time zone not null
);

create table dataset (
  id varchar(40) primary key,
  owner_id bigint not null references account (id),
  name varchar(200) not null,
  noun varchar(80) not null,
  steps clob not null,
  connection_id varchar(40) references connection (id) on delete set null,
  query clob,
  current_version int not null,
  created_at timestamp with time zone not null
);

create table dataset_version (
  dataset_id varchar(40) not null references dataset (id) on delete cascade,
  number int not null,
  files clob not null,
  steps clob not null,
  plan clob not null,
  report clob not null,
  steps_done clob not null,
  profile clob not null,
  columns clob not null,
  row_count int not null,
  loaded_at timestamp with time zone not null,
  primary key (dataset_id, number)
);

create table app (
  id varchar(40) primary key,
  owner_id bigint not null references account (id),
  dataset_id varchar(40) not null references dataset (id),
  draft clob not null,
  revision int not null,
  created_at timestamp with time zone not null,
  changed_at timestamp with time zone not null
);

create table edition (
  app_id varchar(40) not null references app (id) on delete cascade,
  number int not null,
  definition clob not null,
  published_at timestamp with time zone not null,
  primary key (app_id, number)
);

create table link (
  slug varchar(40) primary key,
  app_id varchar(40) not null unique references app (id) on delete cascade,
  access varchar(20) not null,
  created_at timestamp with time zone not null
);

create table job (
  id varchar(40) primary key,
  owner_id bigint not null references account (id),
  title varchar(400) not null,
  state varchar(20) not null,
  message varchar(2000),
  code varchar(60),
  dataset_id varchar(40),
  created_at timestamp with time zone not null
);
