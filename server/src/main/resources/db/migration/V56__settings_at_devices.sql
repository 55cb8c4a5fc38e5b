-- What devices are to keep themselves, and what they say that they keep.
alter table device add column wishes text not null default '{}';
alter table device add column settings text not null default '{}';

-- Somebody had settings sent to devices, at once or at a time.
create table setting_run (
    id uuid primary key,
    ordered_by text not null,
    ordered_at timestamptz not null,
    due_at timestamptz not null
);

-- One device of a run.
create table setting_task (
    id uuid primary key,
    run_id uuid not null references setting_run on delete cascade,
    device_id uuid not null,
    device_name text not null,
    fields text not null,
    state text not null,
    tries integer not null default 0,
    trouble text not null default '',
    remedy text not null default '',
    ended_at timestamptz
);
create index setting_task_run on setting_task (run_id);
create index setting_task_device on setting_task (device_id) where ended_at is null;
