-- What a job is called on panels in other languages, and a picture of its own.
alter table one_touch_job add labels text not null default '{}';
alter table one_touch_job add picture text not null default '';
