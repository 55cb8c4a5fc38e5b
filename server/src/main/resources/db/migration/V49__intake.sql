-- What devices sent by themselves.
create table incoming_scan (
    id uuid primary key,
    -- The same message twice is one scan.
    key text not null unique,
    arrived_at timestamptz not null,
    source text not null,
    sender text not null,
    recipient text not null,
    subject text not null,
    device_id uuid,
    job_id uuid,
    person_id uuid,
    scan_id uuid,
    delivery_id uuid,
    pages integer not null,
    state text not null,
    why text not null,
    settled_by text not null default '',
    settled_at timestamptz,
    version bigint not null
);
create index incoming_scan_unclaimed on incoming_scan (arrived_at) where state = 'UNCLAIMED';
create index incoming_scan_arrived on incoming_scan (arrived_at);
-- Pages of a scan that waits for its owner stay.
alter table scan add column unclaimed boolean not null default false;
