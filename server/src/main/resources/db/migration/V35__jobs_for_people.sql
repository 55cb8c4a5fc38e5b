-- People who may use a job beside its groups, their ids as JSON.
alter table one_touch_job add people text not null default '[]';
