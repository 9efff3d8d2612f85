-- What readers of an app keep of it, and what its author puts in order for them.
create table saved_view (
  id varchar(40) primary key,
  app_id varchar(40) not null references app (id) on delete cascade,
  owner_id bigint not null references account (id),
  name varchar(200) not null,
  state clob not null,
  shared boolean not null,
  place int,
  note varchar(2000) not null,
  begins boolean not null,
  created_at timestamp with time zone not null,
  unique (app_id, owner_id, name)
);
