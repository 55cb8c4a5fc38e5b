-- What a job asks at the device, who may use it, and the groups that people are in; as JSON.
alter table one_touch_job add column asks text not null default '{}';
alter table one_touch_job add column groups text not null default '[]';
alter table person add column groups text not null default '[]';
-- For names and folders: the first group of who scanned.
alter table delivery add column person_group text not null default '';
