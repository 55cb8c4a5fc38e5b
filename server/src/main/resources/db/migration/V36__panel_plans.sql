-- What the panels of many devices have in common, and which job a start key runs.
alter table panel_place add start_key boolean not null default false;

create table panel_plan (
    id uuid primary key,
    name text not null,
    scope text not null,
    scope_of text not null,
    start_place integer not null
);

create table panel_plan_place (
    plan_id uuid not null references panel_plan on delete cascade,
    place integer not null,
    job_id uuid not null references one_touch_job on delete cascade,
    primary key (plan_id, place)
);

-- What a panel has shown last, told by itself.
create table panel_shown (
    device_id uuid primary key references device on delete cascade,
    seen_at timestamptz not null,
    read_at timestamptz,
    places text not null default '{}'
);
