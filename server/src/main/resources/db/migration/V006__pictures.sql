-- Pictures that apps show, made anew from what was uploaded.
create table picture (
  id varchar(40) primary key,
  app_id varchar(40) not null references app (id) on delete cascade,
  type varchar(40) not null,
  content blob not null,
  width int not null,
  height int not null,
  created_at timestamp with time zone not null
);

create index picture_app on picture (app_id);
