-- Which firmware devices of a model may run.
create table firmware (
    id uuid primary key,
    version bigint not null,
    model text not null,
    wanted text not null,
    also text not null default '[]',
    created_at timestamptz not null
);

-- What devices say of their firmware, and until when one may be away because Courier has it updated.
alter table device add column firmware text not null default '{}';
alter table device add column updating_until timestamptz;

-- Somebody had devices updated, in stages.
create table firmware_update (
    id uuid primary key,
    ordered_by text not null,
    ordered_at timestamptz not null,
    due_at timestamptz not null,
    at_once integer not null,
    looked integer not null default 0
);

-- One device of an update.
create table firmware_update_step (
    id uuid primary key,
    update_id uuid not null references firmware_update on delete cascade,
    turn integer not null,
    device_id uuid not null,
    device_name text not null,
    from_version text not null,
    to_version text not null,
    state text not null,
    progress integer not null default 0,
    trouble text not null default '',
    remedy text not null default '',
    began_at timestamptz,
    ended_at timestamptz,
    busy_since timestamptz
);
create index firmware_update_step_of on firmware_update_step (update_id);
create index firmware_update_step_open on firmware_update_step (device_id) where ended_at is null;
