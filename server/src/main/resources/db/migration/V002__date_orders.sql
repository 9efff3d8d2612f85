-- The order of a date's parts no longer says what stands between them.
update dataset_version set plan = replace(replace(replace(plan,
    '"DAY_FIRST_DOT"', '"DAY_FIRST"'), '"DAY_FIRST_SLASH"', '"DAY_FIRST"'), '"MONTH_FIRST_SLASH"', '"MONTH_FIRST"');
