-- When a device is asked again how it is: sooner where somebody scans, later where it does not answer.
alter table device add column next_look_at timestamptz not null default now();
alter table device add column unanswered integer not null default 0;
alter table device add column in_use_until timestamptz;
