-- A flood of wrong attempts is counted in one row beyond a bound.
alter table security_record add column times int not null default 1;
