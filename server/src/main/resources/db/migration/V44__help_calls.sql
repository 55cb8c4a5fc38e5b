-- Calls for help from panels. Whoever called without being signed in is nobody.
create table help_call (
    id uuid primary key,
    version bigint not null,
    device_id uuid not null references device on delete cascade,
    person_id uuid references person on delete cascade,
    called_at timestamptz not null,
    step text not null,
    job_id uuid,
    scan_id uuid,
    shown text not null,
    wish text not null,
    answered_by text not null,
    ended_at timestamptz,
    ended_by text not null,
    words text not null,
    pages_seen_by text not null
);
create index help_call_open on help_call (device_id) where ended_at is null;
create index help_call_called on help_call (called_at);
create index help_call_person on help_call (person_id);
-- What a panel shows at the moment, for as long as whoever called lets the help desk see it.
create table help_screen (
    call_id uuid primary key references help_call on delete cascade,
    at timestamptz not null,
    screen text not null
);
