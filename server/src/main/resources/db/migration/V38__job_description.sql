-- What a job is for, in a line.
alter table one_touch_job add description text not null default '';
