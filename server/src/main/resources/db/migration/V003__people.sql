-- People leave: accounts are switched off, sign-ins and tokens are seen, end, and can be ended.
alter table account add column disabled boolean default false not null;

delete from sign_in; -- whoever is signed in signs in again: the old ones cannot be shown
alter table sign_in add column id varchar(40) not null;
alter table sign_in add column device varchar(300) not null;
alter table sign_in add column started_at timestamp with time zone not null;

alter table api_token add column expires_at timestamp with time zone default (current_timestamp + interval '90' day) not null;
alter table api_token alter column expires_at drop default;
alter table api_token add column used_at timestamp with time zone;

-- What people did, for the administrator; it outlives the accounts.
create table audit (
  id bigint generated always as identity primary key,
  at timestamp with time zone not null,
  account_id bigint,
  name varchar(80) not null,
  address varchar(80) not null,
  action varchar(40) not null,
  subject varchar(400) not null
);
create index audit_at on audit (at);

-- The call that started a job, so that one that was interrupted can be repeated.
alter table job add column request clob;
