-- The order of a date's parts no longer says what stands between them.
update dataset_version set plan = replace(replace(replace(plan,
    '"DAY_FIRST_DOT"', '"DAY_FIRST"'), '"DAY_FIRST_SLASH"', '"DAY_FIRST"'), '"MONTH_FIRST_SLASH"', '"MONTH_FIRST"');

-- What the author says about how the files are read; null: all as found.
alter table dataset_version add column reading clob;

-- Where the file is fetched from; null for uploads and queries.
alter table dataset add column link varchar(2000);
