-- Doubts about a dataset that its owner has looked at and does not share.
create table doubt_aside (
  dataset_id varchar(40) not null references dataset (id) on delete cascade,
  doubt varchar(600) not null,
  primary key (dataset_id, doubt)
);
