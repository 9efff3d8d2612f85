-- Steps as they were before and after each change, and which of them hold: changes are taken back and made again.
create table step_history (
  dataset_id varchar(40) not null references dataset (id) on delete cascade,
  place int not null,
  steps clob not null,
  current boolean not null,
  primary key (dataset_id, place)
);
