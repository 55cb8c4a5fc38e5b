-- What a job has otherwise than its profile, by the setting's path.
alter table one_touch_job add column changes text not null default '{}';
