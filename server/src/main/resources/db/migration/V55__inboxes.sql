-- Where files arrive that devices send: accounts, and folders that are looked into.
create table inbox (
    id uuid primary key,
    version bigint not null,
    name text not null,
    account text not null,
    secret bytea,
    destination_id uuid not null,
    folder text not null,
    device_id uuid not null,
    job_id uuid not null,
    person_id uuid not null,
    created_at timestamptz not null,
    looked_at timestamptz,
    next_look_at timestamptz not null,
    failures integer not null default 0,
    trouble text not null default '',
    trouble_since timestamptz
);
create unique index inbox_account on inbox (account) where account <> '';

-- Files in folders that are looked into, while they stand there.
create table inbox_file (
    id uuid primary key,
    inbox_id uuid not null references inbox on delete cascade,
    path text not null,
    bytes bigint not null,
    changed_at timestamptz not null,
    -- since when it has been as it is
    since timestamptz not null,
    -- its pages are kept, and it is to be removed
    taken boolean not null default false,
    -- it was looked at, and ends too early
    cut boolean not null default false,
    why text not null default '',
    unique (inbox_id, path)
);

-- By which devices know Courier again (SSH), sealed.
create table intake_host_key (
    algorithm text primary key,
    sealed bytea not null
);

alter table incoming_scan add column way text not null default 'MAIL';
