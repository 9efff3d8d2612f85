-- Names of files that join those of a dataset at its next load, such as departures-*.csv; null where new files take the place of all.
alter table dataset add column file_pattern varchar(200);
